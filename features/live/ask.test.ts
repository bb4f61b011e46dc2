import { afterEach, beforeEach, expect, jest, test } from "@jest/globals";
import { ledger } from "@/core/contract";
import { act } from "./ask";

const { fetch } = globalThis;
let answers: Array<(answer: object) => void>;
beforeEach(() => {
  answers = [];
  globalThis.fetch = (() =>
    new Promise((resolve) =>
      answers.push((answer) => resolve({ json: () => Promise.resolve(answer) })),
    )) as unknown as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});
const note = (text: string) => ({
  params: { plant: "tarn-hollow", tag: "KL-03" },
  body: { record: 7, text },
});

test("who presses twice means it once: the very same is sent again only when the first has been answered", async () => {
  const first = act(ledger.addNote, note("Bearing changed."));
  expect(await act(ledger.addNote, note("Bearing changed."))).toBeUndefined();
  const other = act(ledger.addNote, note("Another one."));
  expect(answers).toHaveLength(2);
  answers[0]!({ value: null });
  answers[1]!({ value: null });
  expect(await first).toEqual({ value: null });
  expect(await other).toEqual({ value: null });
  const again = act(ledger.addNote, note("Bearing changed."));
  expect(answers).toHaveLength(3);
  answers[2]!({ value: null });
  expect(await again).toEqual({ value: null });
});
test("a request that hangs keeps nobody from sending it again", async () => {
  const clock = jest.spyOn(Date, "now").mockReturnValue(1_000_000);
  void act(ledger.addNote, note("y"));
  clock.mockReturnValue(1_004_000);
  expect(await act(ledger.addNote, note("y"))).toBeUndefined();
  clock.mockReturnValue(1_006_000);
  const again = act(ledger.addNote, note("y"));
  expect(answers).toHaveLength(2);
  answers[1]!({ value: null });
  expect(await again).toEqual({ value: null });
  clock.mockRestore();
});
test("chosen, taken back and chosen again while nothing is answered is sent three times", () => {
  for (const text of ["on", "off", "on"]) void act(ledger.addNote, note(text));
  expect(answers).toHaveLength(3);
});
test("after a failure it can be done again; what repeats is sent as often as it is meant", async () => {
  const failed = act(ledger.addNote, note("x"));
  answers[0]!({ trouble: { kind: "not-now", text: "Not now.", remedy: "Later." } });
  expect(await failed).toBeUndefined();
  const [one, two] = [1, 2].map(() => act(ledger.addNote, note("x"), { repeats: true }));
  expect(answers).toHaveLength(3);
  answers[1]!({ value: null });
  answers[2]!({ value: null });
  expect([await one, await two]).toEqual([{ value: null }, { value: null }]);
});
