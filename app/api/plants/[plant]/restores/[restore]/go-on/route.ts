import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.goOnRestore, ({ app, person, params, body }) =>
  app.restores.goOn(params.restore, person, body.again),
);
