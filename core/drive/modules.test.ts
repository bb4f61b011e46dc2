import { describe, expect, test } from "@jest/globals";
import { plover } from "@/families/testing";
import type { FittedModule } from "./model";
import { moduleChanges, moduleWords } from "./modules";

const supply = { slot: 1, name: "Supply module", serial: "S-1" };
const axis = (slot: number, serial?: string): FittedModule => ({ slot, name: "Axis module 6 A", serial });
const rack = [supply, axis(2, "A-2"), axis(3, "A-3"), { slot: 6, name: "Resistor module" }];
const changes = (now: FittedModule[] | undefined, was: FittedModule[] | undefined = rack) =>
  moduleChanges(plover.file.modules, was, now);

describe("a rack as it was recorded beside the rack as it answers", () => {
  test("nothing has changed; nothing is said where one of the two is not known", () => {
    expect(changes(rack)).toEqual([]);
    expect(changes(undefined)).toEqual([]);
    expect(moduleChanges(plover.file.modules, undefined, rack)).toEqual([]);
  });

  test("another module of the same kind, and which axis it drives", () => {
    const [change, ...others] = changes([supply, axis(2, "A-2"), axis(3, "B-9"), rack[3]!]);
    expect(others).toEqual([]);
    expect(change).toMatchObject({ slot: 3, change: "exchanged", axis: 2 });
    expect(moduleWords(change!)).toBe(
      "Slot 3, Axis module 6 A (axis 2): another one, serial B-9 instead of A-3",
    );
  });

  test("a module that tells no serial number is not called another one", () => {
    expect(changes([supply, axis(2), axis(3, "A-3"), rack[3]!])).toEqual([]);
  });

  test("another kind, one gone, one more", () => {
    const now = [
      supply,
      { slot: 2, name: "Axis module 12 A", serial: "A-2" },
      axis(3, "A-3"),
      axis(4, "A-4"),
    ];
    expect(changes(now).map(moduleWords)).toEqual([
      "Slot 2 (axis 1): Axis module 12 A instead of Axis module 6 A",
      "Slot 4: Axis module 6 A (axis 3), where there was none",
      "Slot 6: Resistor module is not there any more",
    ]);
  });
});
