import { serve } from "@/app/_lib/serve";
import { comparedColumns, sheetBeside } from "@/app/_lib/compare-columns";
import { comparedWords, firstRows } from "@/app/_lib/compared";
import { comparisons } from "@/core/contract";
import { good } from "@/core/drive";
import { packSheet } from "@/core/sheet";

export const GET = serve(
  comparisons.showCompared,
  async ({ app, plant, query: { columns, rows: wanted } }) => {
    const asked = columns.split("|");
    const compared = await comparedColumns(app, plant.id, asked);
    const words = await comparedWords(app, asked, compared, "code");
    const head = wanted === "first" ? firstRows(compared.fitting) : undefined;
    if (head) return good({ words, sheet: packSheet(head), coming: true });
    const whole = sheetBeside(compared.fitting);
    return good({ words, sheet: whole && packSheet(whole), coming: false });
  },
);
