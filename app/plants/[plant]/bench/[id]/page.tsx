import { connectionIn } from "@/app/_lib/connection-of";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { partsOf, type Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import { programFacts, programMeans } from "@/core/program";
import type { SwitchOver } from "@/core/restore";
import { setsInUse } from "@/core/set";
import { buildSheet } from "@/core/sheet";
import { NOT_SETTINGS } from "@/core/value";
import { DrivePage } from "@/features/bench/drive-page";
import type { ProgramView } from "@/features/bench/program";
import { permanentWrites, volatileCodes, type Connection } from "@/server/bench";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { defaultColumn, recordById, recordColumn, standingOf } from "@/server/ledger";
import { listTags } from "@/server/plant";
import { keptPrograms } from "@/server/program";

const { Page, generateMetadata } = page("see", {
  title: "Drive",
  async render({ app, plant, params }) {
    const id = params.id!;
    const connection = connectionIn(app, plant.id, id);
    const tags = await listTags(app.db, plant.id);
    const { areas } = await app.overviews.of(plant.id);
    if (!connection?.definition)
      return (
        <DrivePage
          id={id}
          tags={tags}
          areas={areas}
          sheet={undefined}
          readAt={undefined}
          standing={undefined}
          view={undefined}
          hollow
          parts={undefined}
          memories={undefined}
          cardReadable={false}
          program={undefined}
          sets={undefined}
        />
      );
    const { definition, identity, values, position } = connection;
    const choice = position && (await standingOf(app.db, position.id));
    const row = choice && (await recordById(app.db, choice.recordId));
    const comparable = row && row.definitionId === definition.id ? row : undefined;
    const volatile = await volatileCodes(app.db, connection);
    const written = await permanentWrites(app.db, connection);
    const live = { id: "live", title: "In the drive, as read", source: "live" as const, values, volatile };
    const sheet =
      values.size > 0
        ? buildSheet(
            definition,
            identity?.rating,
            comparable
              ? [live, await recordColumn(app.db, comparable, `Standing record ${comparable.number}`)]
              : [live, defaultColumn(definition, identity?.rating)],
          )
        : undefined;
    return (
      <DrivePage
        id={id}
        tags={tags}
        areas={areas}
        sheet={sheet && (await sendSheet(() => sheet))}
        readAt={connection.readAt?.getTime()}
        standing={row?.number}
        view={connection.view()}
        hollow={volatile === undefined}
        parts={partsOf(definition)}
        sets={values.size > 0 ? setsInUse(definition, values) : undefined}
        cardReadable={definition.file.memoryCard !== undefined}
        program={await programView(app.db, connection)}
        memories={{
          atOnce: definition.file.writesLand === "permanent",
          canMakePermanent: definition.file.makePermanent !== undefined,
          canReset: definition.file.factoryReset !== undefined,
          switchOver: switchOverOf(app.shelf, identity),
          volatile: volatile && settingsAmong(definition, volatile),
          written: { operations: written.operations, most: written.most },
          bears: definition.file.bearsWrites,
        }}
      />
    );
  },
});
/** How many settings are among these codes: what the drive measures is never meant. */
function settingsAmong({ byCode }: Definition, codes: ReadonlySet<string>): number {
  return [...codes].filter((code) => !NOT_SETTINGS.has(byCode.get(code)?.kind ?? "measured")).length;
}
/** What is known of the drive's own program, and the files that its position keeps of it; undefined where its family has none. */
async function programView(db: Database, connection: Connection): Promise<ProgramView | undefined> {
  const { definition, values, position } = connection;
  const { program } = definition.file;
  if (!program) return undefined;
  const kept = position ? await keptPrograms(db, position.id, program) : [];
  return {
    about: program.about,
    facts: values.size > 0 ? programFacts(definition, values) : undefined,
    kept: kept.map(({ attachment, name, note, byName, at, looked }) => ({
      attachment,
      name,
      note,
      byName,
      at: at.getTime(),
      looked,
    })),
    readsBack: program.readsBack,
    reachable: programMeans(definition) !== undefined,
  };
}

/** Whether it can be switched over, and which way: to its predecessor, or back to itself. */
function switchOverOf(shelf: DefinitionShelf, identity: DriveIdentity): SwitchOver | undefined {
  if (identity.really) return "be-itself";
  return shelf.get(identity.definitionId).file.imitates ? "imitate" : undefined;
}
export { Page as default, generateMetadata };
