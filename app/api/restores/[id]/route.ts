import { route } from "@/app/_lib/route";
import { bad, good } from "@/core/drive";
import { planHash } from "@/server/restore";

/** Everything about one restore, with the seal of its plan. */
export const GET = route(undefined, async ({ app, params }) => {
  const detail = await app.restores.detail(Number(params.id));
  if (!detail)
    return bad({
      kind: "stopped",
      text: "There is no such restore.",
      remedy: "Look at the position's page.",
    });
  return good({ ...detail, seal: detail.plan && planHash(detail.plan) });
});
