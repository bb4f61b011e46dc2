import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { MOST, tooMuch } from "./limits";

const repeated = (text: string, times: number): string => Array.from({ length: times }, () => text).join("");

test.each<[string, string, RegExp]>([
  ["columns", `Code;Name\n${repeated("a;", 100_000)}`, /Line 2 has more than 300 columns/],
  ["tabs", repeated("\t", 400), /Line 1 has more than 300 columns/],
  ["one long line", repeated("a", 8_000_000), /Line 1 has more than 100000 characters/],
  ["lines", repeated("a\n", 300_000), /more than 200000 lines/],
  ["lines that end in CR alone", repeated("a\r", 300_000), /more than 200000 lines/],
  ["sections", repeated("[1000]\n", 70_000), /more than 60000 sections/],
  ["depth", `{"a":${repeated("[", 50)}${repeated("]", 50)}}`, /nested more than 40 deep/],
  ["objects", `{"a":[${repeated("{},", 50_000)}{}]}`, /more than 40000 objects/],
])("too many %s", (_, text, reason) => {
  expect(tooMuch(text)?.reason).toMatch(reason);
});
test.each([
  ["a list", "Code;Name;Register\nP1;Up time;100\n"],
  ["as many columns as there may be", repeated("a;", MOST.columns - 1)],
  ["CRLF lines", repeated("a,b\r\n", 150_000)],
  ["a data sheet", "[FileInfo]\nFileName=x\n[1000]\nParameterName=Device type\n"],
  ["braces within texts", JSON.stringify({ text: repeated("[{", 1000), more: 'a"]' })],
  ["an escaped quotation mark", '{"a":"\\"[[[","b":1}'],
  ["nothing", ""],
])("%s is looked at", (_, text) => {
  expect(tooMuch(text)).toBeUndefined();
});
test("what is short is never too much, whatever stands in it; nor what JSON wrote a few levels deep", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary", maxLength: MOST.depth }), (text) => {
      expect(tooMuch(text)).toBeUndefined();
    }),
  );
  fc.assert(
    fc.property(fc.dictionary(fc.string(), fc.jsonValue({ maxDepth: 5 })), (value) => {
      expect(tooMuch(JSON.stringify(value))).toBeUndefined();
    }),
  );
});
