import { LARGEST_BUNDLE } from "@/core/contract";
import { bad, type Result } from "@/core/drive";
import type { Database } from "@/server/database";
import { laidDown, TooMuchSent } from "@/server/laid-down";
import { isFirstRun } from "@/server/people";
import { restoreCopy } from "./read";
import type { Manifest } from "./write";

let busy = false;

/** Takes a copy in that is sent as a stream, into a ledger that holds nothing yet. One at a time; all of it or nothing. */
export async function takeSentCopy(
  db: Database,
  stream: ReadableStream<Uint8Array> | null,
): Promise<Result<Manifest>> {
  if (busy)
    return bad({
      kind: "busy",
      text: "A copy is being taken in already.",
      remedy: "Wait until it is through.",
    });
  busy = true;
  try {
    // Before it is laid down: it may be large.
    if (!(await isFirstRun(db))) return restoreCopy(db, "");
    return await laidDown(stream, LARGEST_BUNDLE, (path) => restoreCopy(db, path));
  } catch (error) {
    if (!(error instanceof TooMuchSent)) throw error;
    return bad({
      kind: "too-large",
      text: "The file is larger than any copy.",
      remedy: "Take it in with npm run take-in. Nothing was changed.",
    });
  } finally {
    busy = false;
  }
}
