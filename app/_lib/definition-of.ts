import type { Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import type { Application } from "@/server/application";

interface Made {
  definitionId: string;
  definitionVersion: string;
  drive: DriveIdentity;
}

/** The definition a receipt or a rehearsal was made with, as its drive was fitted; undefined where it is not here any more. */
export function definitionOf(
  app: Application,
  { definitionId, definitionVersion, drive }: Made,
): Promise<Definition | undefined> {
  return app.shelf.ofRecord(app.db, {
    definitionId,
    definitionVersion,
    firmware: drive.firmware,
    facts: drive,
  });
}
