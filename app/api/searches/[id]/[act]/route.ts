import { route } from "@/app/_lib/route";
import { bad, good } from "@/core/drive";

/** Stops a search; what it found stays. */
export const POST = route(undefined, async ({ app, params }) => (params.act === "stop" && app.searches.stop(params.id!)
  ? good(undefined)
  : bad({ kind: "stopped", text: "This search is not there any more.", remedy: "Begin a new one on the bench." })));
