import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.endRestore, ({ app, person, params }) =>
  app.restores.end(params.restore, person),
);
