import { desc, eq } from "drizzle-orm";
import { linesOf, readLicences } from "@/core/checklist";
import type { ChecklistsView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";

const { positionChecks } = tables;

/** A position's own lists as they are now; empty ones where nobody has written any. */
export async function checklistsOf(db: Database, positionId: number): Promise<ChecklistsView> {
  const [row] = await db
    .select()
    .from(positionChecks)
    .where(eq(positionChecks.positionId, positionId))
    .orderBy(desc(positionChecks.id))
    .limit(1);
  if (!row) return { beforeOn: [], acceptance: [], keepers: "", reloads: "", licences: [], runsWith: "" };
  const { id, beforeOn, acceptance, keepers, reloads, licences, runsWith, byName, at } = row;
  const lists = { beforeOn, acceptance, keepers, reloads, licences, runsWith };
  return { ...lists, version: id, byName, at: at.getTime() };
}

/** Writes a position's lists anew; the former ones stay. Refused where somebody else wrote them since they were seen. */
export async function keepChecklists(
  db: Database,
  person: Person,
  position: { id: number; plantId: number; tag: string },
  typed: {
    beforeOn: string;
    acceptance: string;
    keepers: string;
    reloads?: string;
    licences?: string;
    runsWith?: string;
    version?: number;
  },
  at: Date,
): Promise<Result<ChecklistsView>> {
  return db.transaction(async (tx) => {
    // One writer at a time for a position: of two, the second sees what the first wrote.
    await tx
      .select({ id: tables.position.id })
      .from(tables.position)
      .where(eq(tables.position.id, position.id))
      .for("update");
    const now = await checklistsOf(tx, position.id);
    if (now.version !== typed.version)
      return bad({
        kind: "changed-meanwhile",
        text: `${now.byName ?? "Somebody"} has written these lists meanwhile.`,
        remedy: "Copy what you typed, load the page again, and put the two together.",
      });
    const beforeOn = linesOf(typed.beforeOn);
    const acceptance = linesOf(typed.acceptance);
    const keepers = typed.keepers.trim();
    const runsWith = (typed.runsWith ?? now.runsWith).trim();
    const reloads = (typed.reloads ?? now.reloads).trim();
    const licences = typed.licences === undefined ? now.licences : linesOf(typed.licences);
    const read = readLicences(licences);
    if (!read.ok)
      return bad({
        kind: "bad-request",
        text: `Option keys and licences: ${read.text}`,
        remedy: "Correct the line; nothing was kept yet.",
      });
    await tx.insert(positionChecks).values({
      positionId: position.id,
      beforeOn,
      acceptance,
      keepers,
      reloads,
      licences,
      runsWith,
      at,
      by: person.id,
      byName: person.name,
    });
    await writeJournal(tx, {
      at,
      plantId: position.plantId,
      by: person.id,
      byName: person.name,
      kind: "position",
      positionId: position.id,
      text: `Wrote the lists of ${position.tag}: ${counted(beforeOn.length, "line")} before switching on, ${acceptance.length} for acceptance; ${keepers ? `who else holds its values: ${keepers}` : "nothing on who else holds its values"}${reloads ? `; written by itself: ${reloads}` : ""}${licences.length > 0 ? `; ${licences.length} option keys and licences` : ""}${runsWith ? `; runs together: ${runsWith}` : ""}.`,
      href: positionPath(position.tag, "/checks"),
    });
    return good(await checklistsOf(tx, position.id));
  });
}
