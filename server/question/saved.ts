import { and, asc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import type { OfRecords } from "./ask";

const { savedQuestion } = tables;

export interface SavedQuestion {
  name: string;
  /** Its conditions as they are typed, with a semicolon between. */
  ask: string;
  of: OfRecords;
  byName: string;
}

/** The questions that people of a plant gave a name, by name. */
export async function savedQuestions(db: Database, plantId: number): Promise<SavedQuestion[]> {
  const { name, ask, of, byName } = savedQuestion;
  return db
    .select({ name, ask, of, byName })
    .from(savedQuestion)
    .where(eq(savedQuestion.plantId, plantId))
    .orderBy(asc(name));
}

/** Keeps a question under a name; one that had this name is replaced. */
export async function keepQuestion(
  db: Database,
  plantId: number,
  question: SavedQuestion,
  at: Date,
): Promise<void> {
  const { ask, of, byName } = question;
  await db
    .insert(savedQuestion)
    .values({ plantId, at, ...question })
    .onConflictDoUpdate({
      target: [savedQuestion.plantId, savedQuestion.name],
      set: { ask, of, byName, at },
    });
}

/** Forgets the question of a name; where there is none, nothing happens. */
export async function forgetQuestion(db: Database, plantId: number, name: string): Promise<void> {
  await db.delete(savedQuestion).where(and(eq(savedQuestion.plantId, plantId), eq(savedQuestion.name, name)));
}
