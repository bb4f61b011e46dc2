import { LARGEST_BUNDLE } from "@/core/contract";
import { bad, type Result } from "@/core/drive";
import type { Database } from "@/server/database";
import { laidDown, TooMuchSent } from "@/server/laid-down";
import type { Person } from "@/server/people";
import { openSource, SourceFault } from "./source";
import { takeIn } from "./take";
import type { TakenIn } from "./taking";

let busy = false;

/** Takes a bundle in that is sent as a stream, or looks at what that would come to. One at a time. */
export async function takeUpload(
  db: Database,
  person: Person,
  stream: ReadableStream<Uint8Array> | null,
  now: Date,
  how: "take" | "look",
): Promise<Result<TakenIn>> {
  if (busy)
    return bad({
      kind: "busy",
      text: "A bundle is being taken in already.",
      remedy: "Wait until it is through.",
    });
  busy = true;
  try {
    return await laidDown(stream, LARGEST_BUNDLE, async (path) => {
      const source = await openSource(path);
      try {
        return await takeIn(db, person, source, now, how);
      } finally {
        source.close();
      }
    });
  } catch (error) {
    const text = error instanceof TooMuchSent ? "The file is larger than any bundle." : undefined;
    if (text === undefined && !(error instanceof SourceFault)) throw error;
    return bad({
      kind: "bad-file",
      text: text ?? (error as SourceFault).message,
      remedy: "Choose a bundle that was written whole. Nothing was changed.",
    });
  } finally {
    busy = false;
  }
}
