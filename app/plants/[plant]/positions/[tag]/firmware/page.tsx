import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { axisCourse, OUTCOME_WORDS, partWords } from "@/core/restore";
import { isPartial } from "@/core/set";
import { FirmwarePage } from "@/features/firmware/firmware-page";
import { WhereRetired } from "@/features/ledger/where-retired";
import { notedWay, retiredThere } from "@/server/bench";
import { listRecords, newestReading, recordByNumber, type RecordRow } from "@/server/ledger";
import { findPosition } from "@/server/plant";
import { listReceipts } from "@/server/restore";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Firmware, ${decodeURIComponent(params.tag!)}`,
  async render({ app, plant, person, params, query }) {
    const position = await findPosition(app.db, plant.id, decodeURIComponent(params.tag!));
    if (!position) notFound();
    const newest = await newestReading(app.db, position.id);
    const wanted = idOf(query.before);
    const before = wanted ? await recordByNumber(app.db, position.id, wanted) : undefined;
    const since = before
      ? (await listReceipts(app.db, position.id)).filter(
          ({ content, at }) => content.kind === "restore" && at > before.takenAt,
        )
      : [];
    const carried = (await listRecords(app.db, position.id)).find(
      (each) => each.origin === "draft" && before && each.number > before.number,
    );
    return (
      <WhereRetired said={await retiredThere(app.db, position.id)}>
        <FirmwarePage
          tag={position.tag}
          title={position.title}
          name={person.name}
          newest={newest && wordsOf(newest)}
          before={before && wordsOf(before)}
          way={await notedWay(app.db, position)}
          axes={axisCourse(
            Array.from({ length: before?.facts.axes ?? 0 }, (_, i) => i + 1),
            since.map(({ id, content: { outcome, part } }) => ({ id, outcome, part })),
          )}
          carried={carried?.number}
          receipts={since.map(({ id, content, at }) => ({
            id,
            at: at.getTime(),
            outcome: content.outcome,
            words: `${OUTCOME_WORDS[content.outcome].toLowerCase()}${content.part ? `, ${partWords(content.part)}` : ""}`,
          }))}
        />
      </WhereRetired>
    );
  },
});

function wordsOf(row: RecordRow) {
  return {
    number: row.number,
    takenAt: row.takenAt.getTime(),
    byName: row.takenByName,
    serial: row.serial,
    firmware: row.firmware,
    ratingName: row.ratingName,
    partial: isPartial(row),
  };
}
export { Page as default, generateMetadata };
