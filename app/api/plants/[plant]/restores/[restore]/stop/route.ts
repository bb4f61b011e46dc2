import { serveRestore } from "@/app/_lib/serve-restore";
import { restore } from "@/core/contract";
import { bad, good } from "@/core/drive";

export const POST = serveRestore(restore.stopRestore, ({ app, params }) =>
  app.restores.stop(params.restore)
    ? good(undefined)
    : bad({
        kind: "not-now",
        text: "This restore is not under way.",
        remedy: "Load the page again to see how it stands.",
      }),
);
