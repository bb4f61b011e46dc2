import { describe, expect, test } from "@jest/globals";
import type { ReceiptContent } from "@/core/contract";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet, factsOf } from "@/core/sheet";
import { rill } from "@/families/testing";
import { RILL_PLATE } from "@/server/testing/samples";
import { comparePaper, compareTable, receiptPaper } from ".";

const content: ReceiptContent = {
  version: 3,
  kind: "restore",
  tag: "KL-03",
  positionTitle: "Roller drive 3",
  jobNumber: "W26-0417",
  recordNumber: 7,
  recordLacks: 82,
  standing: true,
  drive: RILL_PLATE,
  previousSerial: "",
  byName: "Ines Varga",
  confirmedBy: "Tomas Lind",
  startedAt: "2026-03-01T10:00:00.000Z",
  endedAt: "2026-03-01T10:04:00.000Z",
  outcome: "verified",
  permanent: "yes",
  checks: [
    {
      id: "rating",
      verdict: "not-told",
      title: "Rating",
      found: "Nobody tells.",
      remedy: "",
      lookedBy: "Ines Varga",
    },
  ],
  results: [
    { code: "4r", from: 500, to: 180, readBack: 180, verdict: "verified" },
    { code: "1r", from: 500, to: 300, verdict: "refused", said: "out of range" },
  ],
  alsoChanged: [{ code: "2c", from: 20, to: 30 }],
  leftOut: [],
  equal: 170,
  beforeRecord: 8,
  definitionId: rill.id,
  definitionVersion: rill.version,
  interruptions: ["2026-03-01T10:02:00.000Z The cable was pulled."],
};
const titles = (paper: ReturnType<typeof receiptPaper>) => paper.parts.map((each) => each.title);

describe("a receipt on paper", () => {
  test("says who, onto what, what was written and read back, what was refused and why, and what came otherwise", () => {
    const paper = receiptPaper(12, content, rill, []);
    expect(paper.title).toBe("Receipt 12: Verified");
    expect(paper.cautions).toEqual([]);
    expect(paper.facts).toEqual(
      expect.arrayContaining([
        ["Restored", "record 7, partial: 82 settings are not in it, the standing record"],
        ["By", "begun by Ines Varga, confirmed by Tomas Lind"],
        ["The record was of", "a drive whose number its file does not tell"],
        ["Before and after", "record 8 and not read"],
      ]),
    );
    expect(paper.parts[0]!.rows).toEqual([
      ["4r", "Deceleration time", "5.00 s", "1.80 s", "1.80 s", "verified"],
      ["1r", "Acceleration time", "5.00 s", "3.00 s", "not read back", "refused: out of range"],
    ]);
    expect(titles(paper)).toEqual([
      "What was written",
      "Changed without being foreseen",
      "On the way",
      "Checked before",
    ]);
    expect(paper.parts.at(-1)!.rows[0]).toEqual([
      "Rating",
      "not told",
      "Nobody tells. Ines Varga has looked.",
    ]);
  });
  test("what the drive holds outside of what its family allows is said before anything else is read", () => {
    const said = "17r must be at most 100.0 %.";
    expect(receiptPaper(12, content, rill, [], [], [said]).cautions).toContain(
      `Outside of what the family allows: ${said}`,
    );
    expect(receiptPaper(12, content, rill, []).cautions.join()).not.toContain("Outside");
  });
  test("what is not proved, not confirmed or not ready stands before everything else", () => {
    const paper = receiptPaper(
      12,
      { ...content, outcome: "not-verified", safety: true, exchanged: ["motor"] },
      rill,
      [],
    );
    expect(paper.cautions).toEqual([
      "This drive was not proved to be as the record.",
      "Safe functions not confirmed.",
      expect.stringMatching(/^Not ready: .*motor.* exchanged/i),
    ]);
    const signed = receiptPaper(12, { ...content, safety: true }, rill, [
      {
        at: new Date("2026-03-02T08:00:00Z"),
        byName: "Marta Okoye",
        how: "pressed",
        checkSum: "A1",
        functionTest: "good",
      },
    ]);
    expect(signed.cautions).toEqual([]);
    expect(titles(signed)).toContain("Safe functions confirmed");
  });
  test("without its definition the raw values stand", () => {
    expect(receiptPaper(12, content, undefined, []).parts[0]!.rows[0]).toEqual([
      "4r",
      "",
      "500",
      "180",
      "180",
      "verified",
    ]);
  });
});

describe("a comparison as a file", () => {
  const values = valuesByCode(factorySet(rill, "R-030"));
  const columns = [
    { id: "a", title: "KL-01", source: "record" as const, values },
    {
      id: "b",
      title: "KL-02",
      source: "record" as const,
      values: new Map(values).set("4r", 120).set("13r", 1),
    },
  ];
  const sheet = buildSheet(rill, "R-030", columns);

  test("what differs on paper, with what could not be put beside it", () => {
    const paper = comparePaper({ by: "code", sheet }, "differences", ["Not shown: KL-99:7."]);
    expect(paper.cautions).toEqual(["Not shown: KL-99:7."]);
    expect(paper.parts.flatMap((each) => each.rows.map(([code]) => code))).toEqual(["4r", "13r"]);
    expect(paper.about).toMatch(/^KL-01, KL-02: 2 of \d+ parameters\.$/);
  });
  test("of what only one column holds it is said that nobody knows whether it differs", () => {
    const part = { ...columns[0]!, values: new Map([...values].slice(0, 5)) };
    const partly = buildSheet(rill, "R-030", [part, columns[0]!]);
    const { untold } = factsOf(partly);
    expect(untold).toBeGreaterThan(100);
    const paper = comparePaper({ by: "code", sheet: partly }, "differences", []);
    expect(paper.parts).toEqual([]);
    expect(paper.cautions).toEqual([expect.stringContaining(`Of ${untold} parameters it is not told`)]);
  });
  test("what one of them holds outside of what the family allows is said on paper, and beside its row in a file", async () => {
    const wild = { ...columns[1]!, values: new Map(values).set("17r", 1500).set("4r", 120) };
    const beside = buildSheet(rill, "R-030", [columns[0]!, wild]);
    const said = "KL-02: 17r must be at most 100.0 %.";
    expect(comparePaper({ by: "code", sheet: beside }, "differences", []).cautions).toEqual([
      `Outside of what the family allows: ${said}`,
    ]);
    const csv = String(await compareTable({ by: "code", sheet: beside }, "differences", "csv"));
    const lines = csv.trim().split("\r\n");
    expect(lines[0]).toMatch(/,Difference,Outside of what is allowed$/);
    expect(lines.filter((each) => each.includes(said))).toEqual([expect.stringContaining(",17r,")]);
    expect(lines.find((each) => each.includes(",4r,"))).toMatch(/,$/);
    expect(String(await compareTable({ by: "code", sheet }, "differences", "csv"))).not.toContain("Outside");
  });
  test("for a spreadsheet figures are figures, the unit stands apart, and choices keep their words", async () => {
    const csv = await compareTable({ by: "code", sheet }, "differences", "csv");
    expect(csv).toContain('Ramps,4r,Deceleration time,s,5,1.2,"\'-3.8 s (-76 %)"');
    expect(csv).toContain("13r,Stop by,,0 · Ramp,1 · Coast");
    const book = await compareTable({ by: "code", sheet }, "all", "xlsx");
    expect([...(book as Uint8Array).slice(0, 2)]).toEqual([0x50, 0x4b]);
  });
});
