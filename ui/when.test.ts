import { afterEach, expect, test } from "@jest/globals";
import { clock, day, fromField, moment, otherZone, toField } from "./when";

const { document } = globalThis;
/** A page of a plant whose clocks are set to a zone; undefined on the server. */
function inZone(zone: string | undefined): void {
  globalThis.document = (zone && { documentElement: { dataset: { zone } } }) as never;
}
afterEach(() => {
  globalThis.document = document;
});

test("on a page moments are the plant's, wherever it is looked at from", () => {
  // Fourteen hours before UTC, on no computer that runs this.
  inZone("Pacific/Kiritimati");
  const at = "2026-03-14T16:20:00Z";
  expect([moment(at), day(at), clock(at)]).toEqual(["15 Mar 2026, 06:20", "15 Mar 2026", "06:20"]);
  expect(otherZone()).toBe("Pacific/Kiritimati");
  inZone("America/St_Johns");
  // Summer time began there on the 8th.
  expect([moment("2026-03-07T12:00:00Z"), moment("2026-03-09T12:00:00Z")]).toEqual([
    "7 Mar 2026, 08:30",
    "9 Mar 2026, 09:30",
  ]);
});

test("a field for day and time says the plant's time, and gives the same moment back", () => {
  for (const zone of [undefined, "Pacific/Kiritimati", "America/St_Johns"]) {
    inZone(zone);
    for (const at of ["2026-03-14T16:20:00.000Z", "2026-07-01T00:00:00.000Z", "2026-12-31T23:59:00.000Z"])
      expect(fromField(toField(at))?.toISOString()).toBe(at);
  }
  inZone("Pacific/Kiritimati");
  expect(toField("2026-03-14T16:20:00Z")).toBe("2026-03-15T06:20");
  expect([fromField(""), fromField("soon")]).toEqual([undefined, undefined]);
});

test("where the clocks agree nothing is said of a zone", () => {
  inZone(Intl.DateTimeFormat().resolvedOptions().timeZone);
  expect(otherZone()).toBeUndefined();
  inZone(undefined);
  expect(otherZone()).toBeUndefined();
});
