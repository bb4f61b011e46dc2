import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { noRecord } from "@/app/_lib/no-record";
import { drafts } from "@/core/contract";
import { good } from "@/core/drive";
import { beginDraft, openDrafts, whyRetired } from "@/server/drafts";
import { recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";

export const GET = serve(drafts.listDrafts, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const open = await openDrafts(app.db, position.id);
  return good(open.map(({ id, title }) => ({ id, title })));
});

export const POST = serve(drafts.beginDraft, async ({ app, person, plant, params, body }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const refused = whyRetired(position);
  if (refused) return refused;
  const record = await recordByNumber(app.db, position.id, body.record);
  if (!record) return noRecord(params.tag, body.record);
  const id = await beginDraft(app.db, person, position, { record }, body.title.trim(), app.now());
  app.events.publish(plant.id, { type: "ledger", tag: position.tag });
  return good({ id });
});
