import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { severalChoices } from "@/app/_lib/several-choices";
import type { RestoreDetail } from "@/core/contract";
import { definitionFor, type Definition } from "@/core/definition";
import { fittingOf } from "@/core/drive";
import { setsInUse } from "@/core/set";
import { ChangePage, type ListOfChange } from "@/features/change/change-page";
import type { ResetFates } from "@/features/restore/foreseen";
import { OperationPage } from "@/features/restore/operation-page";
import type { SheetParameter } from "@/features/restore/parameter";
import { RestorePage } from "@/features/restore/restore-page";
import type { Application } from "@/server/application";
import { checklistsOf } from "@/server/checklist";
import { changeViews, draftSheet, loadDraft, newerRecord } from "@/server/drafts";
import { findPosition } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Operation ${params.id}`,
  async render({ app, plant, params }) {
    const detail = await app.restores.shown.detail(idOf(params.id) ?? 0, plant.id);
    if (!detail) notFound();
    const position = await findPosition(app.db, plant.id, detail.tag);
    const definition = definitionFor(app.shelf.get(detail.identity.definitionId), fittingOf(detail.identity));
    const parameters = definition.parameters.map(({ scale, ...each }): SheetParameter => ({
      ...each,
      scale: [scale.num.toString(), scale.den.toString()],
    }));
    const keepers = position ? (await checklistsOf(app.db, position.id)).keepers : "";
    const howTo = definition.file.permission?.howTo;
    const byLink = definition.file.permission?.by === "link";
    if (detail.kind === "change")
      return (
        <ChangePage
          first={detail}
          beforeWork={position?.beforeWork ?? ""}
          keepers={keepers}
          parameters={parameters}
          howTo={howTo}
          byLink={byLink}
          atOnce={definition.file.writesLand === "permanent"}
          list={await listOf(app, plant.id, detail)}
        />
      );
    if (detail.kind !== "restore")
      return (
        <OperationPage
          first={detail}
          operation={detail.kind}
          beforeWork={position?.beforeWork ?? ""}
          keepers={keepers}
          parameters={parameters}
          howTo={howTo}
          byLink={byLink}
          fates={detail.kind === "factory-reset" ? fatesOf(definition) : undefined}
        />
      );
    return (
      <RestorePage
        first={detail}
        beforeWork={position?.beforeWork ?? ""}
        keepers={keepers}
        parameters={parameters}
        howTo={howTo}
        byLink={byLink}
        groups={definition.groups.map((each) => ({ id: each.id, title: each.title }))}
      />
    );
  },
});
/** What is wished and what the drive holds, of a change on the drive that was read already. */
async function listOf(
  app: Application,
  plantId: number,
  { change, open }: RestoreDetail,
): Promise<ListOfChange | undefined> {
  const loaded = change && (await loadDraft(app.db, app.shelf, plantId, change.draft));
  if (!loaded) return undefined;
  const live = open ? await app.restores.changes.heldOfDraft(change.draft) : undefined;
  return {
    draft: change.draft,
    record: loaded.record,
    newer: open ? (await newerRecord(app.db, loaded))?.number : undefined,
    closed: loaded.row.closedAt !== null,
    hollow: live !== undefined && live.volatile === undefined,
    sets: live && setsInUse(loaded.definition, live.values),
    several: severalChoices(loaded.definition),
    changes: changeViews(loaded),
    last: loaded.steps.at(-1)?.n ?? 0,
    sheet: await sendSheet(() => draftSheet(loaded, undefined, live, "As wished")),
  };
}

/** What a factory reset of a family does beside the values; undefined where its definition does not say how it is reset. */
function fatesOf({ file }: Definition): ResetFates | undefined {
  const { factoryReset, modbus, canopen } = file;
  if (!factoryReset) return undefined;
  const { communication, effects = {} } = factoryReset;
  const answersAt = modbus
    ? `it answers at its factory address ${modbus.defaults.address}, on a serial line at ${modbus.defaults.baud.toLocaleString("en")} baud, parity ${modbus.defaults.parity}.`
    : `it answers as node ${canopen!.defaults.node}.`;
  return { communication, effects, answersAt };
}
export { Page as default, generateMetadata };
