import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { definitionFor, type Definition } from "@/core/definition";
import { fittingOf } from "@/core/drive";
import type { ResetFates } from "@/features/restore/foreseen";
import { OperationPage } from "@/features/restore/operation-page";
import type { SheetParameter } from "@/features/restore/parameter";
import { RestorePage } from "@/features/restore/restore-page";
import { checklistsOf } from "@/server/checklist";
import { findPosition } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Operation ${params.id}`,
  async render({ app, plant, params }) {
    const detail = await app.restores.detail(idOf(params.id) ?? 0, plant.id);
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
