import { expect, test } from "@jest/globals";
import { sleptMs } from "./slept";

test.each([
  ["nothing unusual", { wall: 1020, steady: 1020 }, 0],
  ["a busy program", { wall: 4000, steady: 4000 }, 0],
  ["a computer that slept, whose steady clock stood still", { wall: 3_601_000, steady: 1000 }, 3_600_000],
  ["a computer that slept, whose steady clock ran on", { wall: 61_000, steady: 61_000 }, 60_000],
  ["a time of day that was set back", { wall: -3_600_000, steady: 1000 }, 0],
])("%s", (_what, after, expected) => {
  expect(sleptMs({ wall: 0, steady: 0 }, after, 1000)).toBe(expected);
});
