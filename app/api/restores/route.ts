import Joi from "joi";
import { route } from "@/app/_lib/route";
import { bad } from "@/core/drive";
import { recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";

const schema = Joi.object<{ tag: string; record: number; connectionId: string }>({
  tag: Joi.string().required(),
  record: Joi.number().integer().min(1).required(),
  connectionId: Joi.string().required(),
});

/** Begins a restore: reads the drive, keeps the record of before, works out checks and plan. Writes nothing yet. */
export const POST = route(schema, async ({ app, person, body }) => {
  const position = await findPosition(app.db, body.tag);
  const row = position && (await recordByNumber(app.db, position.id, body.record));
  if (!position || !row)
    return bad({
      kind: "stopped",
      text: `${body.tag} has no record ${body.record}.`,
      remedy: "Choose one from the position's ledger.",
    });
  return app.restores.start(person, {
    positionId: position.id,
    recordId: row.id,
    connectionId: body.connectionId,
  });
});
