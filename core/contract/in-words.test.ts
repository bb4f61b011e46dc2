import { describe, expect, test } from "@jest/globals";
import { wordsOf } from "./in-words";
import { ENDPOINTS, waysInWords } from ".";

describe("the ways in, in words", () => {
  const ways = waysInWords(ENDPOINTS);
  test("are what a token may: no live work, nothing of a person's own or of the whole archive, none without a session", () => {
    const addresses = ways.map((each) => each.address.replace("/api/v1", ""));
    expect(addresses).toEqual(
      expect.arrayContaining([
        "/plants",
        "/plants/{plant}/positions",
        "/plants/{plant}/restores/{restore}/end",
      ]),
    );
    for (const not of [
      "/plants/{plant}/connections",
      "/acknowledgement",
      "/own/sign-out",
      "/copies",
      "/begin",
    ])
      expect(addresses).not.toContain(not);
  });
  test("say where, who, what is taken and what comes back", () => {
    expect(ways.find((each) => each.address.endsWith("/positions/{tag}/change"))).toMatchObject({
      method: "POST",
      address: "/api/v1/plants/{plant}/positions/{tag}/change",
      about: "positions",
      from: "technician",
      asks: [],
      body: [
        { name: "revision", is: "whole number, from 1", optional: false },
        { name: "words", is: expect.stringContaining("address?: whole number, 0 to 255") as unknown },
      ],
      answer: "that it is done",
      troubles: [{ code: "changed-meanwhile", status: 409 }],
    });
    const file = ways.find((each) => each.address.endsWith("/records/{record}/file/{format}"));
    expect(file).toMatchObject({ answer: "a file", body: [] });
    expect(
      ways.find((each) => each.address.endsWith("/attachments") && each.method === "POST"),
    ).toMatchObject({
      body: "file",
    });
  });
});

test.each([
  [{ enum: ["csv", 3] }, '"csv", 3'],
  [{ type: "string" }, "text"],
  [{ type: "array", items: { type: "number", maximum: 7 } }, "list of number, up to 7"],
  [{ anyOf: [{ type: "number" }, { type: "string", maxLength: 9 }] }, "number or text, up to 9 signs"],
  [{ type: "object", additionalProperties: { type: "boolean" } }, "table of true or false"],
  [{ type: "object", properties: { a: { type: "integer" } }, required: ["a"] }, "{ a: whole number }"],
  [{}, "anything"],
])("%j is said as %s", (schema, words) => {
  expect(wordsOf(schema)).toBe(words);
});

test("objects within objects are told to a depth", () => {
  const inner = { type: "object", properties: { z: { type: "string" } }, required: ["z"] };
  const middle = { type: "object", properties: { y: inner }, required: ["y"] };
  expect(wordsOf({ type: "object", properties: { x: middle }, required: ["x"] })).toBe(
    "{ x: { y: an object } }",
  );
});
