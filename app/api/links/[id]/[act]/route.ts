import Joi from "joi";
import { route } from "@/app/_lib/route";
import { bad, good } from "@/core/drive";
import { forgetLink, renameLink } from "@/server/bench";

const schema = Joi.object<{ name?: string }>({ name: Joi.string().trim().min(1).max(80) });

/** Names a kept link, or forgets it. */
export const POST = route(schema, async ({ app, params, body }) => {
  const id = Number(params.id);
  if (!Number.isInteger(id))
    return bad({ kind: "stopped", text: "There is no such link.", remedy: "Look at the bench again." });
  if (params.act === "rename" && body.name) {
    await renameLink(app.db, id, body.name);
    return good(undefined);
  }
  if (params.act !== "forget")
    return bad({ kind: "stopped", text: "A link can be renamed or forgotten.", remedy: "See docs/http.md." });
  const refused = await forgetLink(app.db, id);
  return refused
    ? bad({
        kind: "stopped",
        text: refused,
        remedy:
          "Look at the list on the bench: a link that positions use stays, so that their drives are found again.",
      })
    : good(undefined);
});
