import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.confirmPlan, ({ app, person, params, body }) =>
  app.restores.confirm(params.restore, person, body),
);
