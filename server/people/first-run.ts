import { createHmac, timingSafeEqual } from "node:crypto";
import { eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { slugOf } from "@/core/plant";
import { tables, type Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import { addPerson } from "./add-person";

/** Whether nobody has an account yet: the first one is made then, with a code that only who started the program can see. */
export async function isFirstRun(db: Database): Promise<boolean> {
  return (await db.select({ id: tables.user.id }).from(tables.user).limit(1)).length === 0;
}

/** The code that the program prints while nobody has an account: made of its secret, so that it is the same after a restart. Example: "7GQ2-M4XT". */
export function firstRunCode(secret: string): string {
  const letters = "23456789ABCDEFGHJKMNPQRSTVWXYZ";
  const bytes = createHmac("sha256", secret).update("first run").digest();
  const sign = (at: number): string => letters[bytes[at]! % letters.length]!;
  const part = (from: number): string => [0, 1, 2, 3].map((each) => sign(from + each)).join("");
  return `${part(0)}-${part(4)}`;
}

/** Whether somebody typed the code, however it is written. */
export function isFirstRunCode(secret: string, given: string): boolean {
  const plain = (text: string): Buffer =>
    Buffer.from(
      text
        .toUpperCase()
        .replace(/[^A-Z\d]/g, "")
        .padEnd(16)
        .slice(0, 16),
    );
  return timingSafeEqual(plain(given), plain(firstRunCode(secret)));
}

/** What is said to who does not know the code. */
export const NOT_THE_CODE = bad<never>({
  kind: "no-right",
  text: "This is not the code.",
  remedy: "It stands where the program was started, in the lines it printed.",
});

/** Makes the administrator and names the plant. Refused once somebody has an account, and without the code. */
export async function beginArchive(
  db: Database,
  secret: string,
  given: { code: string; plant: string; name: string; email: string; password: string },
  at: Date,
): Promise<Result<undefined>> {
  if (!isFirstRunCode(secret, given.code)) return NOT_THE_CODE;
  // One at a time: two administrators must not be made at one moment.
  return db.transaction(async (tx) => {
    await tx.select({ id: tables.plant.id }).from(tables.plant).where(eq(tables.plant.id, 1)).for("update");
    if (!(await isFirstRun(tx)))
      return bad<undefined>({
        kind: "not-now",
        text: "This ledger has an administrator already.",
        remedy: "Sign in, or ask to be asked in.",
      });
    const id = await addPerson(tx, { ...given, administrator: true });
    await tx
      .update(tables.plant)
      .set({ name: given.plant, slug: slugOf(given.plant) })
      .where(eq(tables.plant.id, 1));
    await writeJournal(tx, {
      at,
      by: id,
      byName: given.name,
      kind: "people",
      text: `${given.name} (${given.email}) began this ledger.`,
    });
    return good(undefined);
  });
}
