import { serve } from "@/app/_lib/serve";
import { noPosition } from "@/app/_lib/no-position";
import { door } from "@/core/contract";
import { good } from "@/core/drive";
import { findPosition } from "@/server/plant";
import { listReceipts } from "@/server/restore";

export const GET = serve(door.listReceipts, async ({ app, plant, params }) => {
  const position = await findPosition(app.db, plant.id, params.tag);
  if (!position) return noPosition(params.tag);
  const receipts = await listReceipts(app.db, position.id);
  return good(
    receipts.map(({ id, at, byName, content }) => ({ id, at: at.toISOString(), by: byName, content })),
  );
});
