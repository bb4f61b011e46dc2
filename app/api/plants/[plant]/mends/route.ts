import { serve } from "@/app/_lib/serve";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";

export const GET = serve(ledger.showMends, async ({ app, plant }) => {
  const { read, raise } = await app.overviews.mends(plant.id);
  return good({
    read,
    raise: raise.map(({ tag, title, newest }) => ({
      tag,
      title,
      record: newest!.number,
      takenAt: newest!.takenAt,
      byName: newest!.byName,
    })),
  });
});
