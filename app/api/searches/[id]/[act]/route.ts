import { route } from "@/app/_lib/route";
import { bad, good } from "@/core/drive";

/** Stops a search, or takes an ended one off the page; what it found stays. */
export const POST = route(undefined, async ({ app, params }) => {
  const done =
    params.act === "stop"
      ? app.searches.stop(params.id!)
      : params.act === "forget" && app.searches.forget(params.id!);
  return done
    ? good(undefined)
    : bad({
        kind: "stopped",
        text: "This search is not there any more, or still goes on.",
        remedy: "Stop it first, or begin a new one on the bench.",
      });
});
