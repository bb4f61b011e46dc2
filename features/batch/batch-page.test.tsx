import { expect, test } from "@jest/globals";
import type { Place } from "@/core/restore";
import { foundWords } from "./batch-page";
import type { Member } from "./use-batch";

const member = (place?: Place, reviewed = false) =>
  ({ restore: place && { place }, reviewed }) as unknown as Member;
const words = (members: Member[], doing?: "reading" | "writing") =>
  foundWords({ view: { doing }, members } as Parameters<typeof foundWords>[0]);

test("what the drives of a batch are told to be", () => {
  const reviewed = member({ stage: "review", waitsFor: "person" }, true);
  const stopped = member({ stage: "write", waitsFor: "person", why: "The program was restarted." });
  const done = member({ stage: "receipt", over: "done" });
  expect(words([reviewed, reviewed], "reading")).toBe("being connected and read; nothing is written");
  expect(words([stopped, done], "writing")).toBe("being written, one after the other on each link");
  expect(words([reviewed, reviewed])).toBe("all 2 were read");
  expect(words([reviewed, member()])).toBe("1 of 2 not begun");
  expect(words([done, done])).toBe("all 2 were read");
  // After a kill: that all were read says nothing of what they hold.
  expect(words([stopped, done])).toBe("1 of 2 stopped on the way: open each, and go on there");
});
