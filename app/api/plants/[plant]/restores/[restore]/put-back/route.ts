import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";

export const POST = serveRestore(restore.putBack, ({ app, person, params }) =>
  app.restores.putBack(params.restore, person),
);
