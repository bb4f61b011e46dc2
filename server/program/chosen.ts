import type { Definition } from "@/core/definition";
import { programFacts } from "@/core/program";
import type { PlannedProgram } from "@/core/restore";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { keptPrograms } from "./kept";

/** What a person chose of a program's operation, looked at: the file that is put on, or the kept one that is the same as what is in the drive. */
export async function chosenProgram(
  db: Database,
  positionId: number,
  definition: Definition,
  live: ReadonlyMap<string, RawValue>,
  { attachment, reason }: { attachment?: number; reason?: string },
): Promise<{
  chosen: Pick<PlannedProgram, "file" | "keptAs" | "reason">;
  badFile?: { found: string; remedy: string };
}> {
  const { program } = definition.file;
  if (!program) return { chosen: {} };
  const kept = await keptPrograms(db, positionId, program);
  const inIt = programFacts(definition, live)?.identification;
  const same = kept.find(({ looked }) => inIt !== undefined && looked.ok && looked.identification === inIt);
  const chosen = { keptAs: same?.name, reason: reason?.trim() || undefined };
  if (attachment === undefined) return { chosen };
  const file = kept.find((each) => each.attachment === attachment);
  if (!file)
    return {
      chosen,
      badFile: {
        found: "This file is not one of the position's programs, or was withdrawn.",
        remedy: "End this, and choose another.",
      },
    };
  const { looked, name, hash, bytes } = file;
  if (!looked.ok) return { chosen, badFile: looked };
  return {
    chosen: { ...chosen, file: { attachment, name, hash, bytes, identification: looked.identification } },
  };
}
