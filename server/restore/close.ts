import { move, OPERATION_WORDS } from "@/core/restore";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import { dropReading } from "@/server/link";
import type { Person } from "@/server/people";
import { closeCollecting } from "./change";
import type { RestoreMemory } from "./job-memory";
import { operationOf, saveJob, touchedDrive, type RestoreJob } from "./job-state";
import { writeReceipt } from "./receipt";

/** Writes down that a person ended a restore where it stood: with a receipt where something was sent to the drive, else with a line in the journal. */
export async function closeJob(
  db: Database,
  shelf: DefinitionShelf,
  job: RestoreJob,
  person: Person,
  now: Date,
): Promise<void> {
  const { memory, id } = job;
  memory.interruptions.push(`${now.toISOString()} Ended by ${person.name}.`);
  memory.endedBy = person.name;
  const touched = touchedDrive(job);
  memory.place = move(memory.place, { type: "end" });
  job.open = false;
  if (touched) {
    const definition = shelf.get(memory.identity.definitionId);
    memory.receiptId = await writeReceipt(db, definition, job, undefined, now);
  } else {
    // Nothing was sent to the drive, so there is nothing to account for.
    await db.transaction(async (tx) => {
      await saveJob(tx, job, now);
      await closeCollecting(tx, job, now);
      await writeJournal(tx, {
        at: now,
        plantId: job.plantId,
        by: person.id,
        byName: person.name,
        kind: "restore",
        positionId: job.positionId,
        text: endedWords(memory),
        href: `/restore/${id}`,
      });
    });
  }
  for (const stage of ["before", "between", "after"]) await dropReading(db, `restore-${id}-${stage}`);
}

function endedWords(memory: RestoreMemory): string {
  const operation = operationOf(memory);
  const { serial } = memory.identity;
  if (operation === "restore")
    return `Ended the restore of record ${memory.recordNumber} onto drive ${serial} before anything was written.`;
  return `${OPERATION_WORDS[operation].title}: ended for drive ${serial} before anything was done.`;
}
