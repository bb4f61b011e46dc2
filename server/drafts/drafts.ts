import { eq } from "drizzle-orm";
import type { CarryAccount } from "@/core/carry-over";
import { changesOf } from "@/core/draft";
import { bad, good, type Result } from "@/core/drive";
import { buildSet } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { addNote, keepMade, type RecordRow } from "@/server/ledger";
import type { Person } from "@/server/people";
import { whyAtDrive } from "./at-drive";
import { attachAccount } from "./attach-account";
import { within, type DraftParts } from "./change";

const { draft } = tables;

/** Refuses to begin a draft, or to make a record of one, where nothing is installed any more. */
export function whyRetired({
  retiredAt,
  tag,
}: {
  retiredAt: Date | null;
  tag: string;
}): Result<never> | undefined {
  if (!retiredAt) return undefined;
  return bad({
    kind: "not-now",
    text: `${tag} is retired: no drive is installed there any more.`,
    remedy: "Bring the position back first, or take the values into a draft of another one.",
  });
}

/** What a draft begins from: a record of its position, or what stands on a type plate. */
export type BeginFrom =
  { record: Pick<RecordRow, "id" | "number"> } | { plate: tables.DraftPlate; account?: CarryAccount };

/** Begins a draft at a position; gives its number. */
export async function beginDraft(
  db: Database,
  person: Person,
  position: { id: number; plantId: number; tag: string },
  from: BeginFrom,
  title: string,
  at: Date,
): Promise<number> {
  const words = fromWords(from);
  return db.transaction(async (tx) => {
    const [row] = await tx
      .insert(draft)
      .values({
        plantId: position.plantId,
        positionId: position.id,
        recordId: "record" in from ? from.record.id : null,
        plate: "plate" in from ? from.plate : null,
        account: "plate" in from ? (from.account ?? null) : null,
        title,
        by: person.id,
        byName: person.name,
        at,
      })
      .returning({ id: draft.id });
    await writeJournal(tx, {
      at,
      plantId: position.plantId,
      by: person.id,
      byName: person.name,
      kind: "draft",
      positionId: position.id,
      text: `Began the draft “${title}” from ${words}, for ${position.tag}.`,
      href: `/drafts/${row!.id}`,
    });
    return row!.id;
  });
}

function fromWords(from: BeginFrom): string {
  if ("record" in from) return `record ${from.record.number}`;
  const plate = `the type plate of a ${from.plate.ratingName}`;
  return from.account ? `record ${from.account.record}, carried over to ${plate}` : plate;
}

/** Turns a draft into a record of its position, with a note that says why. Its reasons are in the note, one line for each change. Gives the record's number. */
export async function enterDraft(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
  note: string,
): Promise<Result<{ tag: string; number: number; known: boolean }>> {
  let entered: { tag: string; number: number; known: boolean } | undefined;
  let carried: (() => Promise<void>) | undefined;
  const done = await within(
    parts,
    plantId,
    id,
    async (tx, { row, tag, retiredAt, record, identity, base, definition, steps, values }) => {
      const refused = whyRetired({ retiredAt, tag }) ?? (await whyAtDrive(tx, id));
      if (refused) return refused;
      const changes = changesOf(base, steps);
      // On a factory default it may be meant as it is: a plate with nothing to change is still a record to begin with.
      if (changes.length === 0 && record !== undefined)
        return bad({
          kind: "not-now",
          text: "Nothing is changed in this draft.",
          remedy: "Change something first, or give the draft up.",
        });
      const at = parts.now();
      const kept = await keepMade(tx, definition, person, {
        positionId: row.positionId,
        set: buildSet(definition, values),
        identity,
        takenAt: at,
        origin: "draft",
        source: null,
        said: { at, text: (number) => `Entered the draft “${row.title}” as record ${number} of ${tag}.` },
      });
      const why = changes.flatMap(({ code, step }) =>
        step.reason === "" ? [] : [`${code}: ${step.reason}`],
      );
      const words = [note.trim(), ...why].filter(Boolean).join("\n");
      if (words !== "" && !kept.known) await addNote(tx, person, kept.record.id, words.slice(0, 4000), at);
      await tx.update(draft).set({ closedAt: at, enteredAs: kept.record.id }).where(eq(draft.id, id));
      entered = { tag, number: kept.record.number, known: kept.known };
      const { account } = row;
      if (account && !kept.known)
        carried = () => attachAccount(parts, person, plantId, tag, row.positionId, kept.record, account);
      return good(undefined);
    },
  );
  if (!done.ok) return done;
  await carried?.();
  return good(entered!);
}

/** Gives a draft up. What was changed in it stays to be read. */
export function giveUpDraft(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
): Promise<Result<undefined>> {
  return within(parts, plantId, id, async (tx, { row, tag }) => {
    const refused = await whyAtDrive(tx, id);
    if (refused) return refused;
    const at = parts.now();
    await tx.update(draft).set({ closedAt: at }).where(eq(draft.id, id));
    await writeJournal(tx, {
      at,
      plantId,
      by: person.id,
      byName: person.name,
      kind: "draft",
      positionId: row.positionId,
      text: `Gave up the draft “${row.title}” of ${tag}.`,
      href: `/drafts/${id}`,
    });
    return good(undefined);
  });
}
