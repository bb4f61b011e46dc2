import { expect, test } from "@jest/globals";
import { factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { copyText } from "./copy";
import { buildSheet } from "./rows";

const sheet = buildSheet(rill, "R-030", [
  {
    id: "record",
    title: "Record 7",
    source: "record",
    values: new Map([
      ...valuesByCode(factorySet(rill, "R-030")),
      ["1a", "=cmd()\tboo"],
      ["17c", -125],
      ["13r", 1],
    ]),
  },
]);
const rows = (...codes: string[]) =>
  codes.map((code) => sheet.groups.flatMap((each) => each.rows).find((each) => each.code === code)!);

test("rows become lines with tabs: figure and unit apart, a choice with what it means", () => {
  expect(copyText(sheet.columns, rows("1r", "13r", "17c")).split("\n")).toEqual([
    "Code\tName\tRecord 7\t",
    "1r\tAcceleration time\t5.00\ts",
    `13r\tStop by\t1\t${rill.byCode.get("13r")!.choices!.find((each) => each.value === 1)!.text}`,
    `17c\tSet point\t-12.5\t${rill.byCode.get("17c")!.unit ?? ""}`,
  ]);
});

test("a text from a drive can neither tear a line nor become a formula", () => {
  expect(copyText(sheet.columns, rows("1a")).split("\n")[1]).toBe("1a\tApplication name\t'=cmd() boo\t");
});
