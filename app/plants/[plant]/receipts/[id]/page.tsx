import { notFound } from "next/navigation";
import { definitionOf } from "@/app/_lib/definition-of";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { CHECKLISTS } from "@/core/checklist";
import { closingLines } from "@/core/restore";
import { formatLine, type RawValue } from "@/core/value";
import type { OutcomeRow } from "@/features/restore/outcome-table";
import { Receipt } from "@/features/restore/receipt";
import { checklistsOf, signedOf } from "@/server/checklist";
import type { Database } from "@/server/database";
import { filesOf } from "@/server/files";
import { recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";
import { afterStartOf, findReceipt, outsideAfter, signOffsOf, unsettledOf } from "@/server/restore";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Receipt ${params.id}`,
  async render({ app, plant, params }) {
    const id = idOf(params.id);
    const receipt = id && (await findReceipt(app.db, plant.id, id));
    if (!id || !receipt) notFound();
    const definition = await definitionOf(app, receipt.content);
    const line = (code: string, raw: RawValue | undefined): string => {
      const parameter = definition?.byCode.get(code);
      return parameter ? formatLine(parameter, raw ?? undefined) : String(raw ?? "no value");
    };
    const rows = receipt.content.results.map((each): OutcomeRow => ({
      code: each.code,
      name: definition?.byCode.get(each.code)?.name ?? "",
      from: line(each.code, each.from),
      to: line(each.code, each.to),
      readBack: each.readBack === undefined ? "not read back" : line(each.code, each.readBack),
      verdict: each.verdict,
      said: each.said,
      why: receipt.content.reasons?.find(({ code }) => code === each.code)?.reason,
    }));
    const also = receipt.content.alsoChanged.map((each) => ({
      code: each.code,
      name: definition?.byCode.get(each.code)?.name ?? "",
      from: line(each.code, each.from),
      to: line(each.code, each.to),
    }));
    const leftOut = receipt.content.leftOut.map((each) => ({
      code: each.code,
      name: definition?.byCode.get(each.code)?.name ?? "",
      reason: each.reason,
    }));
    const signOffs = (await signOffsOf(app.db, id)).map(({ at, byName, how, checkSum, functionTest }) => ({
      at: at.getTime(),
      byName,
      how,
      checkSum,
      functionTest,
    }));
    const lists = await checklistsOf(app.db, receipt.positionId);
    const signed = (await signedOf(app.db, id)).map((each) => ({ ...each, at: each.at.getTime() }));
    const checks = CHECKLISTS.map((which) => ({
      which,
      lines:
        which === "acceptance"
          ? [...lists.acceptance, ...closingLines(receipt.content, definition)]
          : lists.beforeOn,
      signed: signed.filter((each) => each.which === which),
    }));
    return (
      <Receipt
        id={id}
        content={receipt.content}
        rows={rows}
        also={also}
        leftOut={leftOut}
        signOffs={signOffs}
        unsettled={await unsettledOf(app, receipt)}
        checks={checks}
        outside={await outsideAfter(app, receipt)}
        ofRecord={await ofRecord(app.db, plant.id, receipt)}
        afterStart={await afterStartOf(app.db, receipt)}
        comparedAfter={signed.filter((each) => each.which === "controller-start")}
      />
    );
  },
});
/** Files that are kept with the record that was restored. */
async function ofRecord(
  db: Database,
  plantId: number,
  { positionId, content }: NonNullable<Awaited<ReturnType<typeof findReceipt>>>,
): Promise<Array<{ id: number; name: string; note: string }>> {
  const { recordNumber, recordTag } = content;
  if (recordNumber === undefined) return [];
  const of = recordTag === undefined ? positionId : (await findPosition(db, plantId, recordTag))?.id;
  const row = of === undefined ? undefined : await recordByNumber(db, of, recordNumber);
  if (!row) return [];
  const files = await filesOf(db, plantId, { recordId: row.id });
  return files.filter((each) => !each.withdrawn).map(({ id, name, note }) => ({ id, name, note }));
}
export { Page as default, generateMetadata };
