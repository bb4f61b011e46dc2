import { missingLicences, readLicences } from "@/core/checklist";
import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { programFacts } from "@/core/program";
import {
  behindPassword,
  checkRestore,
  onceRestored,
  ownersOf,
  planRestore,
  settingsOutside,
  startsByItself,
  type CheckInput,
  type Plan,
  type RestoredPart,
} from "@/core/restore";
import { completenessOf, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { lastPermanent } from "@/server/bench";
import { checklistsOf } from "@/server/checklist";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { factsOfRecord, loadSet, newerThan, recordById, standingOf } from "@/server/ledger";
import { chosenProgram } from "@/server/program";
import { dayOf } from "@/server/when";
import type { RestoreJob } from "./job-state";

/** What would have to be written of the record for a drive that holds `live`. */
export async function planOf(
  db: Database,
  { memory }: RestoreJob,
  definition: Definition,
  live: ReadonlyMap<string, RawValue>,
): Promise<Plan> {
  const set = await loadSet(db, (await recordById(db, memory.recordId!))!);
  return planRestore(definition, memory.identity.rating, valuesByCode(set), live, memory.choices);
}

/** Works out checks and plan of a restore from what was read of the drive, and puts them into its memory. `alike` names drives that could be mistaken for it. */
export async function review(
  { db, shelf }: { db: Database; shelf: DefinitionShelf },
  { memory, positionId }: RestoreJob,
  definition: Definition,
  state: DriveState,
  live: ReadonlyMap<string, RawValue>,
  alike: readonly string[],
  today: Date,
): Promise<void> {
  const row = (await recordById(db, memory.recordId!))!;
  const set = await loadSet(db, row);
  const choice = await standingOf(db, row.positionId);
  const values = valuesByCode(set);
  const stands = choice?.recordId === row.id || Boolean(memory.puttingBack);
  const plan = planRestore(definition, memory.identity.rating, values, live, memory.choices);
  const { part } = memory.choices;
  const permanent = part && (await lastPermanent(db, { identity: memory.identity, fit: "fits" }))?.values;
  memory.checks = checkRestore({
    definition,
    drive: memory.identity,
    state,
    alike,
    licences: await lacking(db, positionId, memory.identity, today),
    exchange: { said: memory.choices.exchanged, matters: exchangeMatters(definition, plan) },
    behindPassword: behindPassword(definition, plan.writes),
    part: part && { part, volatileOutside: permanent && changedOutside(definition, part, permanent, live) },
    program: await programOf(db, row.positionId, definition, values, live),
    record: {
      ...(await factsOfRecord(db, shelf, definition, row, set, stands)),
      // Of a part alone nothing else of the record reaches the drive.
      ...(part ? { completeness: completenessOf(definition, set, part) } : {}),
      startsByItself: startsByItself(
        definition,
        part ? onceRestored(definition, values, live, part) : values,
      ),
      ofOther: memory.recordTag,
      newer: memory.puttingBack ? undefined : await newerThan(db, definition, row, set),
    },
  });
  memory.plan = plan;
}

/** Codes outside of a part that are otherwise in the running memory than they were when nothing was volatile. */
function changedOutside(
  definition: Definition,
  part: RestoredPart,
  permanent: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
): string[] {
  return settingsOutside(definition, part).filter((code) => permanent.get(code) !== live.get(code));
}

/** Whether it makes a difference to the plan what was exchanged. */
function exchangeMatters(definition: Definition, { writes, leftOut }: Plan): boolean {
  if (leftOut.some((each) => each.reason === "exchanged")) return true;
  return writes.some(({ code }) => ownersOf(definition.byCode.get(code)!).length > 0);
}

/** What the record and the drive say of the drive's own program, and the kept file that is the record's; undefined where the family has none. */
async function programOf(
  db: Database,
  positionId: number,
  definition: Definition,
  recorded: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
): Promise<CheckInput["program"]> {
  if (!definition.file.program) return undefined;
  const { keptAs } = (await chosenProgram(db, positionId, definition, recorded, {})).chosen;
  return { recorded: programFacts(definition, recorded), now: programFacts(definition, live), keptAs };
}

/** Option keys and licences of the position that a drive lacks; undefined where nobody has listed any. */
async function lacking(
  db: Database,
  positionId: number,
  { serial, placed }: DriveIdentity,
  today: Date,
): Promise<string[] | undefined> {
  const { licences } = await checklistsOf(db, positionId);
  const read = readLicences(licences);
  if (licences.length === 0 || !read.ok) return undefined;
  return missingLicences(read.value, placed ? undefined : serial, dayOf(today));
}
