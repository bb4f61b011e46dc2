import { and, eq } from "drizzle-orm";
import type { Trouble } from "@/core/drive";
import type { Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { Person } from "@/server/people";

/** What a person has to agree to before a drive is let go: that it is being restored, or that another person has it. Undefined when nothing. */
export async function whyNotLetGo(
  db: Database,
  connection: Connection,
  person: Person,
): Promise<Trouble | undefined> {
  const { job } = tables;
  const [open] = await db
    .select({ id: job.id, byName: job.byName })
    .from(job)
    .where(and(eq(job.open, true), eq(job.driveKey, connection.driveKey)));
  if (open)
    return {
      kind: "ask-first",
      text: `Restore ${open.id} by ${open.byName} is open for this drive. Without a connection it waits where it stands.`,
      remedy:
        "End or finish the restore first, or let go all the same; it goes on once the drive is connected again.",
    };
  const { by } = connection.address;
  if (by.id === person.id) return undefined;
  return {
    kind: "ask-first",
    text: `${by.name} connected this drive and may be at work with it.`,
    remedy: `Ask ${by.name}, or let go all the same. What was read and not recorded is forgotten.`,
  };
}
