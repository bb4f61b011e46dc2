import { bad, good, type Result } from "@/core/drive";
import type { Paper } from "@/core/paper";
import { fewAtOnce, TooManyAtOnce } from "@/server/few-at-once";
import { startThread } from "@/server/threads";
import type { PaperHeading } from "./document";

const HEAP_MB = 600;
const LONGEST_MS = 60_000;
const oneAtATime = fewAtOnce(1, 8);

/** A paper as PDF whose text can be searched, with the company's heading. Laid out in a thread of its own, one at a time. `printed` says when, in words. */
export async function printPaper(
  paper: Paper,
  heading: PaperHeading,
  printed: string,
): Promise<Result<Uint8Array>> {
  try {
    return await oneAtATime(() => print({ paper, heading, printed }));
  } catch (error) {
    if (!(error instanceof TooManyAtOnce)) throw error;
    return bad({
      kind: "busy",
      text: "Several papers are being made already.",
      remedy: "Try again in a moment.",
    });
  }
}

function print(workerData: {
  paper: Paper;
  heading: PaperHeading;
  printed: string;
}): Promise<Result<Uint8Array>> {
  return new Promise((resolve) => {
    const thread = startThread("paper", {
      workerData,
      resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
    });
    const end = (result: Result<Uint8Array>): void => {
      clearTimeout(timer);
      resolve(result);
      void thread.terminate();
    };
    const refuse = (text: string): void =>
      end(bad({ kind: "fault", text, remedy: "Print fewer rows, or take the spreadsheet." }));
    const timer = setTimeout(
      () => refuse(`The paper was not made within ${LONGEST_MS / 1000} s.`),
      LONGEST_MS,
    );
    thread.on("message", (bytes: Uint8Array) => end(good(bytes)));
    thread.on("error", (error) => refuse(`The paper could not be made (${error.message}).`));
    thread.on("exit", () => refuse("The paper could not be made."));
  });
}
