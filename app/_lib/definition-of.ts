import type { ReceiptContent } from "@/core/contract";
import type { Definition } from "@/core/definition";
import type { Application } from "@/server/application";

/** The definition a receipt was written with, as its drive was fitted; undefined where it is not here any more. */
export function definitionOf(
  app: Application,
  { definitionId, definitionVersion, drive }: ReceiptContent,
): Promise<Definition | undefined> {
  return app.shelf.ofRecord(app.db, {
    definitionId,
    definitionVersion,
    firmware: drive.firmware,
    facts: drive,
  });
}
