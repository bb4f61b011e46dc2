import type { TakenBundle } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { Application } from "@/server/application";
import type { Asker } from "@/server/people";
import { takeUpload } from "@/server/plain";

/** Takes a bundle that is sent in, or looks at what that would come to. Not while a drive is written: each of its steps would wait for the whole bundle. */
export async function takeSent(
  { app, person, request }: { app: Application; person: Asker; request: Request },
  how: "take" | "look",
): Promise<Result<TakenBundle>> {
  if (app.restores.atWork())
    return bad({
      kind: "busy",
      text: "A drive is being read or written for a restore at this moment.",
      remedy: "Take the bundle in when that waits or is done. Nothing was changed.",
    });
  const taken = await takeUpload(app.db, person, request.body, app.now(), how);
  if (!taken.ok) return taken;
  const { plants, plantIds, added, contradictions } = taken.value;
  if (how === "take") {
    await app.shelf.loadKept(app.db);
    for (const each of plantIds) app.events.publish(each, { type: "ledger", tag: "" });
  }
  return good({ plants, added, contradictions });
}
