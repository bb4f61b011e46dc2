import type { Result } from "@/core/drive";
import type { Application } from "@/server/application";
import type { DraftParts } from "@/server/drafts";

/** What drafts are worked at with. */
export const draftParts = ({ db, shelf, now }: Application): DraftParts => ({ db, shelf, now });

/** What came of a change, once everybody who looks at a draft was told. */
export function toldInDraft<T>(app: Application, plantId: number, result: Result<T>): Result<T> {
  if (result.ok) app.events.publish(plantId, { type: "ledger", tag: "" });
  return result;
}
