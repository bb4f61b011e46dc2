import { eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { PaperHeading } from "./document";
import { pictureOf } from "./picture";

const { paperHeading } = tables;

/** What stands at the head of a plant's papers; nothing while nobody said. */
export async function headingOf(db: Database, plantId: number): Promise<PaperHeading> {
  const [row] = await db.select().from(paperHeading).where(eq(paperHeading.plantId, plantId));
  return { lines: row?.lines ?? [], logo: row?.logo ?? undefined };
}

/** Says the lines of it; empty ones at the end are left out. */
export async function setHeading(db: Database, plantId: number, lines: readonly string[]): Promise<void> {
  const kept = lines.map((each) => each.trim()).filter(Boolean);
  await db
    .insert(paperHeading)
    .values({ plantId, lines: kept })
    .onConflictDoUpdate({ target: paperHeading.plantId, set: { lines: kept } });
}

/** Takes a picture for it. What is no PNG or JPEG, or is larger than one prints, is refused; what was there before stays. */
export async function setLogo(db: Database, plantId: number, bytes: Uint8Array): Promise<Result<void>> {
  const picture = pictureOf(bytes);
  if (!picture.ok)
    return bad({
      kind: "bad-file",
      text: picture.why,
      remedy: "Save it as a plain PNG or JPEG of at most 2,000 by 2,000 points, and choose that.",
    });
  const logo = `data:${picture.type};base64,${Buffer.from(bytes).toString("base64")}`;
  await db
    .insert(paperHeading)
    .values({ plantId, lines: [], logo })
    .onConflictDoUpdate({ target: paperHeading.plantId, set: { logo } });
  return good(undefined);
}

/** Takes the picture off again. */
export async function dropLogo(db: Database, plantId: number): Promise<void> {
  await db.update(paperHeading).set({ logo: null }).where(eq(paperHeading.plantId, plantId));
}
