import { serve, type Call } from "@/app/_lib/serve";
import type { Endpoint } from "@/core/contract";
import { bad, type Result } from "@/core/drive";

export const NO_RESTORE = bad<never>({
  kind: "not-found",
  text: "There is no such restore.",
  remedy: "Look at the position's page.",
});

/** A way in to one restore: it must be one of the plant's. */
export function serveRestore<P extends { restore: number }, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  handle: (call: Call<P, Q, B>) => Promise<Result<A>> | Result<A>,
) {
  return serve(endpoint, async (call) =>
    (await call.app.restores.shown.isOf(call.params.restore, call.plant.id)) ? handle(call) : NO_RESTORE,
  );
}
