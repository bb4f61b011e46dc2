import { expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { compareCard } from "./card";

test("a card that makes no sense is never taken for one that is the same", () => {
  const live = new Map([["1r", 250]]);
  expect(compareCard(rill, Uint8Array.of(1, 0, 0, 0, 9), live)).toMatchObject({ ok: false });
  // Nothing on it: nothing compared, every setting said to be so.
  const empty = compareCard(rill, Uint8Array.of(0, 0, 0, 0), live);
  expect(empty).toMatchObject({ ok: true, value: { compared: 0, otherwise: [] } });
  expect(empty.ok && empty.value.notCompared).toContain("1r");
});
