import { serveOwn } from "@/app/_lib/serve";
import { bundleFile } from "@/app/_lib/bundle-file";
import { archive } from "@/core/contract";
import { listPlants } from "@/server/plant";

export const GET = serveOwn(archive.ledgerBundle, async ({ app }) =>
  bundleFile(
    app,
    (await listPlants(app.db)).map((each) => each.id),
    "ledger",
  ),
);
