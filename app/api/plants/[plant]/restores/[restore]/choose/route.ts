import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.choosePlan, ({ app, person, params, body }) =>
  app.restores.choose(params.restore, person, body),
);
