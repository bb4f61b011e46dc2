import { bundleFile } from "@/app/_lib/bundle-file";
import { serveOwn } from "@/app/_lib/serve";
import { archive } from "@/core/contract";
import { listPlants } from "@/server/plant";

export const GET = serveOwn(archive.ledgerBundle, async ({ app }) =>
  bundleFile(
    app,
    (await listPlants(app.db)).map((each) => each.id),
    "ledger",
  ),
);
