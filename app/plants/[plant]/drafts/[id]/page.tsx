import { notFound, redirect } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { severalChoices } from "@/app/_lib/several-choices";
import { DraftPage } from "@/features/draft/draft-page";
import { changeAtDrive, changeViews, draftSheet, loadDraft, newerList, newerRecord } from "@/server/drafts";
import { recordById } from "@/server/ledger";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Draft ${params.id}`,
  async render({ app, plant, params }) {
    const loaded = await loadDraft(app.db, app.shelf, plant.id, idOf(params.id) ?? 0);
    if (!loaded) notFound();
    const atDrive = await changeAtDrive(app.db, loaded.row.id);
    if (atDrive !== undefined) redirect(`/plants/${params.plant}/restore/${atDrive}`);
    const { row, tag, record, identity, definition } = loaded;
    const entered = row.enteredAs === null ? undefined : await recordById(app.db, row.enteredAs);
    return (
      <DraftPage
        draft={{
          id: row.id,
          tag,
          title: row.title,
          byName: row.byName,
          at: row.at.getTime(),
          record,
          partial: loaded.partial,
          firmware: identity.firmware,
          axes: identity.axes,
          newer: row.closedAt ? undefined : (await newerRecord(app.db, loaded))?.number,
          list: row.closedAt ? undefined : await newerList(app.db, app.shelf, loaded),
          drive: [identity.ratingName, identity.serial].filter(Boolean).join(", "),
          closed: row.closedAt !== null,
          retired: loaded.retiredAt !== null,
          enteredAs: entered?.number,
          carried: row.account ? { record: row.account.record, from: row.account.from.title } : undefined,
        }}
        several={severalChoices(definition)}
        first={{
          changes: changeViews(loaded),
          last: loaded.steps.at(-1)?.n ?? 0,
        }}
        sheet={await sendSheet(() => draftSheet(loaded))}
      />
    );
  },
});
export { Page as default, generateMetadata };
