import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.leaveChanging, ({ app, person, params }) =>
  app.restores.changes.leave(params.restore, person),
);
