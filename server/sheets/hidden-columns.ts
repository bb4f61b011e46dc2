import { eq } from "drizzle-orm";
import { HIDEABLE, type Hideable } from "@/core/sheet";
import { tables, type Database } from "@/server/database";

const { sheetColumns } = tables;

/** The columns that a person leaves out of every sheet; none while they have said nothing. */
export async function hiddenColumnsOf(db: Database, userId: string): Promise<Hideable[]> {
  const [row] = await db
    .select({ hidden: sheetColumns.hidden })
    .from(sheetColumns)
    .where(eq(sheetColumns.userId, userId));
  return HIDEABLE.filter((each) => row?.hidden.includes(each));
}

/** Says which those are from now on. */
export async function hideColumns(db: Database, userId: string, hidden: readonly Hideable[]): Promise<void> {
  const once = HIDEABLE.filter((each) => hidden.includes(each));
  await db
    .insert(sheetColumns)
    .values({ userId, hidden: once })
    .onConflictDoUpdate({ target: sheetColumns.userId, set: { hidden: once } });
}
