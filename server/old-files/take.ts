import type { OldFileChoices, OldFileView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { plainFileName } from "@/core/format";
import { positionPath } from "@/core/plant/position-path";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { attach, storeFile } from "@/server/files";
import { keepFromFile } from "@/server/ledger";
import type { Person } from "@/server/people";
import { lookAtOldFile } from "./look";

/**
 * Looks through an old file and, where `keep` says so, makes a record of it and keeps the file itself beside it. What a person has to say or agree to first comes back as a
 * trouble; nothing is kept then.
 */
export async function takeOldFile(
  db: Database,
  shelf: DefinitionShelf,
  person: Person,
  plantId: number,
  bytes: Uint8Array,
  choices: OldFileChoices,
  now: Date,
): Promise<Result<OldFileView>> {
  const { view, position, found } = await lookAtOldFile(db, shelf, plantId, bytes, choices, now);
  if (!choices.keep) return good(view);
  if (!found)
    return bad({
      kind: "bad-file",
      text: `${choices.path} holds no values that fit a family.`,
      remedy: view.closed?.remedy ?? "Choose the family, or the columns.",
    });
  if (found.set.pieces.length === 0)
    return bad({
      kind: "bad-file",
      text: `Not one value of ${choices.path} fits ${found.definition.title}.`,
      remedy: "Look at the reasons line by line, or choose another family.",
    });
  if (!position)
    return bad({
      kind: "bad-request",
      text: "It is not said of which position the file is.",
      remedy: "Choose the position.",
    });
  if (position.definitionId !== "" && position.definitionId !== found.definition.id && !choices.although)
    return bad({
      kind: "ask-first",
      text: `${position.tag} is of ${shelf.find(position.definitionId)?.title ?? position.definitionId}; this file is of ${found.definition.title}.`,
      remedy:
        "Look whether it is the right position. A drive of another family may have been fitted there before.",
    });
  const source = {
    name: choices.path,
    hash: view.hash,
    broughtAt: now.toISOString(),
    dateGiven: view.values?.dateGiven ?? null,
    leftOut: found.leftOut,
  };
  const { record, known } = await keepFromFile(db, found.definition, person, {
    positionId: position.id,
    set: found.set,
    identity: found.identity,
    takenAt: found.takenAt ?? now,
    source,
  });
  if (!known) {
    const stored = await storeFile(db, new Blob([new Uint8Array(bytes)]).stream(), bytes.length);
    if (typeof stored === "object")
      await attach(
        db,
        person,
        plantId,
        {
          positionId: position.id,
          recordId: record.id,
          words: `record ${record.number} of ${position.tag}`,
          href: positionPath(position.tag, `?record=${record.number}`),
        },
        {
          hash: stored.hash,
          name: plainFileName(choices.path),
          kind: "other",
          note: "The file that the record was made of.",
        },
        now,
      );
  }
  return good({ ...view, kept: { tag: position.tag, number: record.number, known } });
}
