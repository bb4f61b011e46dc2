import { expect, test } from "@jest/globals";
import { runnel } from "@/families/testing";
import { StandInDrive } from "./drive";
import { updatedMake } from "./updated";

test("another firmware keeps what is permanent as far as it has it, and nothing that is volatile", () => {
  const drive = new StandInDrive(runnel, {
    rating: "N-055",
    firmware: "1.8",
    serial: "FN26-1",
    values: { MO321: 150, MO301: 3 },
    volatileValues: { MO302: 77 },
  });
  const before = drive.valueOf("MO302", "permanent");
  const later = new StandInDrive(runnel, updatedMake(drive, "2.1"));
  expect(later.make).toMatchObject({ rating: "N-055", serial: "FN26-1", firmware: "2.1" });
  expect(later.valueOf("MO301")).toBe(3);
  expect(later.valueOf("MO302")).toBe(before);
  expect(later.volatile).toBe(false);
  // What only one of the two firmwares has.
  expect(later.definition.byCode.has("MO321")).toBe(false);
  expect(drive.definition.byCode.has("AP207")).toBe(false);
  expect(later.valueOf("AP207")).toBe(100);
  // Back again: what the newer one dropped is lost.
  expect(new StandInDrive(runnel, updatedMake(later, "1.8")).valueOf("MO321")).toBe(100);
});
