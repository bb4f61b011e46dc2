import { describe, expect, test } from "@jest/globals";
import { definitionFor } from "@/core/definition";
import { noSuchValue, type SdoOutcome, type SdoQuestion } from "@/core/protocol/canopen";
import { refusalOf, type Outcome, type Question } from "@/core/protocol/modbus";
import { systemClock } from "@/core/protocol/system-clock";
import { plover, rill } from "@/families/testing";
import { CanopenDriveSession } from "./canopen-session";
import { ModbusDriveSession } from "./modbus-session";

/** Reads a whole drive that answers with zeros, and refuses every question that touches this register with this code. */
async function readRill(refused: number | "all", code: number) {
  let questions = 0;
  const ask = (question: Question): Promise<Outcome> => {
    questions += 1;
    if (question.kind !== "read") throw new Error("Nothing is written.");
    const { address, count } = question;
    if (refused === "all" || (refused >= address && refused < address + count))
      return Promise.resolve({ kind: "refused", refusal: refusalOf(code) });
    return Promise.resolve({ kind: "registers", values: new Uint16Array(count) });
  };
  const session = new ModbusDriveSession(rill, { ask: (question) => ask(question) }, systemClock);
  const values = new Map<string, unknown>();
  const refusedCodes: string[] = [];
  const result = await session.read(rill.parameters, (step) => {
    for (const [each, raw] of step.values) values.set(each, raw);
    refusedCodes.push(...step.refused.map((each) => each.code));
  });
  return { result, values, refusedCodes, questions };
}

describe("a refused register", () => {
  const bad = rill.byCode.get("4r")!;
  test.each([1, 2, 3, 4, 8, 0x45, 0xe0])(
    "with exception %i it is that value's; everything else is read",
    async (code) => {
      // The drive has answered before it comes to this one.
      const { result, values, refusedCodes, questions } = await readRill(bad.address, code);
      expect(result.ok).toBe(true);
      expect(refusedCodes).toEqual(["4r"]);
      expect(values.size).toBe(rill.parameters.length - 1);
      expect(questions).toBeLessThan(60);
    },
  );
  test.each([10, 11])("a gateway's exception %i ends the reading: nobody is there", async (code) => {
    const { result } = await readRill(bad.address, code);
    expect(result.ok).toBe(false);
  });
  test("a drive that knows no such request at all is asked no further", async () => {
    const { result, questions } = await readRill("all", 1);
    expect(result.ok).toBe(false);
    expect(questions).toBe(1);
  });
});

test("what a gateway says and is no value is that object's refusal, asked once; the rest is read", async () => {
  const single = definitionFor(plover, { firmware: "2.6", axes: 1, options: [] });
  const wrong = single.byCode.get("6083.00") ?? single.parameters.find((each) => each.base === "6083.00")!;
  const asked: number[] = [];
  const ask = (question: SdoQuestion): Promise<SdoOutcome> => {
    const address = question.index * 256 + question.sub;
    asked.push(address);
    if (address === wrong.address)
      return Promise.resolve({ kind: "refused", refusal: noSuchValue("u32", "12 rpm") });
    return Promise.resolve({ kind: "value", raw: question.type === "text" ? "" : 0 });
  };
  const session = new CanopenDriveSession(single, { ask: (question) => ask(question) }, systemClock);
  const refused: string[] = [];
  const result = await session.read(single.parameters, (step) => {
    refused.push(...step.refused.map((each) => each.code));
  });
  expect(result.ok).toBe(true);
  expect(refused).toEqual([wrong.code]);
  expect(asked.filter((each) => each === wrong.address)).toHaveLength(1);
});
