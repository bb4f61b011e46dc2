import { expect, test } from "@jest/globals";
import { layOutFile } from "@/core/definition";
import { hollin, rill } from "@/families/testing";
import { setsInUse } from ".";

test("the set that runs and what selects it, as they were read", () => {
  const values = new Map([
    ["H.now.11", 2],
    ["H.mac.10", 1],
  ]);
  expect(setsInUse(hollin, values)).toMatchObject({
    count: 3,
    running: 2,
    selectedBy: [
      { code: "H.mac.10", value: "1 · Inputs" },
      { code: "H.mac.9", value: "not read" },
    ],
  });
});

test.each([0, 4, -1, 1.5, Number.NaN])("%p is no set: which one runs is not told", (raw) => {
  expect(setsInUse(hollin, new Map([["H.now.11", raw]]))!.running).toBeUndefined();
});

test("not told where the definition does not say; nothing for a family without sets", () => {
  const mute = layOutFile({
    ...hollin.file,
    sets: { ...hollin.file.sets!, runningCode: undefined, selectedBy: undefined },
  });
  expect(setsInUse(mute, new Map([["H.now.11", 2]]))).toMatchObject({ running: undefined, selectedBy: [] });
  expect(setsInUse(rill, new Map())).toBeUndefined();
});
