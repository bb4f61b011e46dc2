import Joi from "joi";
import { route } from "@/app/_lib/route";
import { bad, good, type Result } from "@/core/drive";
import { addNote, raiseStanding, recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";

const schema = Joi.object<{ record: number; text: string }>({
  record: Joi.number().integer().min(1).required(),
  text: Joi.string()
    .trim()
    .min(3)
    .max(1000)
    .required()
    .messages({ "string.min": "write at least a few words" }),
});

/** Raises a record to the standing one, with a reason; adds a note to a record. */
export const POST = route(schema, async ({ app, person, params, body }): Promise<Result<unknown>> => {
  const position = await findPosition(app.db, params.tag!);
  const row = position && (await recordByNumber(app.db, position.id, body.record));
  if (!position || !row)
    return bad({
      kind: "stopped",
      text: `${params.tag} has no record ${body.record}.`,
      remedy: "Load the page again.",
    });
  switch (params.act) {
    case "standing":
      await raiseStanding(app.db, person, position, row.id, body.text);
      break;
    case "note":
      await addNote(app.db, person, row.id, body.text);
      break;
    default:
      return bad({
        kind: "stopped",
        text: `Nothing here is called "${params.act}".`,
        remedy: "See docs/http.md.",
      });
  }
  app.events.publish({ type: "ledger", tag: position.tag });
  return good(undefined);
});
