import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.readChanging, ({ app, person, params }) =>
  app.restores.changes.readNow(params.restore, person),
);
