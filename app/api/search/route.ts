import { route } from "@/app/_lib/route";
import { good } from "@/core/drive";
import { searchEverything } from "@/server/plant";

/** One search for everything: positions, drives by serial number, job numbers, parameters of the families. */
export const GET = route(undefined, async ({ app, url }) =>
  good(await searchEverything(app.db, app.shelf, (url.searchParams.get("q") ?? "").slice(0, 100))),
);
