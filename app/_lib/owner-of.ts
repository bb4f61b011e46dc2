import { bad, good, type Result } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import type { Application } from "@/server/application";
import { driveHref, findDrive } from "@/server/drives";
import type { Owner } from "@/server/files";
import { recordByNumber } from "@/server/ledger";
import { findPosition } from "@/server/plant";
import { noDrive } from "./no-drive";
import { noPosition } from "./no-position";
import { noRecord } from "./no-record";

/** What a file is added to, as a request names it: a position or one of its records, a drive, or a family. */
export async function ownerOf(
  { db, shelf }: Application,
  plantId: number,
  {
    tag,
    record,
    definition,
    serial,
  }: { tag?: string; record?: number; definition?: string; serial?: string },
): Promise<Result<Owner>> {
  if (tag !== undefined) {
    const position = await findPosition(db, plantId, tag);
    if (!position) return noPosition(tag);
    const href = positionPath(tag);
    if (record === undefined) return good({ positionId: position.id, words: tag, href });
    const row = await recordByNumber(db, position.id, record);
    if (!row) return noRecord(tag, record);
    return good({
      positionId: position.id,
      recordId: row.id,
      words: `record ${record} of ${tag}`,
      href: `${href}?record=${record}`,
    });
  }
  if (definition !== undefined && serial !== undefined) {
    const drive = await findDrive(db, plantId, definition, serial);
    if (!drive) return noDrive(serial);
    return good({ driveId: drive.id, words: `drive ${serial}`, href: driveHref(drive) });
  }
  const family = definition === undefined ? undefined : shelf.find(definition);
  if (!family)
    return bad({
      kind: "bad-request",
      text: "The request is not right: it names nothing that the file belongs to.",
      remedy: "Name a position, a drive or a family.",
    });
  return good({
    definitionId: family.id,
    words: `the family ${family.title}`,
    href: `/families/${family.id}`,
  });
}
