import { expect, test } from "@jest/globals";
import { build } from "esbuild";
import noJoi from "./no-joi";

test("the whole contract can be put together without Joi, and names its ways; a schema that is asked says that pages ask none", async () => {
  const { outputFiles } = await build({
    entryPoints: ["core/contract/index.ts"],
    bundle: true,
    write: false,
    format: "esm",
    alias: { joi: "./core/shape/no-joi.ts" },
  });
  const code = Buffer.from(outputFiles[0]!.contents).toString("base64");
  const page = (await import(`data:text/javascript;base64,${code}`)) as typeof import("@/core/contract");
  const { addressOf, drafts } = page;
  expect(
    addressOf(drafts.draftNews, { params: { plant: "tarn hollow", draft: 7 }, query: { since: 3 } }),
  ).toBe("/api/plants/tarn%20hollow/drafts/7/news?since=3");
  expect(drafts.changeDraft.method).toBe("POST");
  expect(() => drafts.changeDraft.body.joi.validate({})).toThrow("what comes in is checked on the server");
});

test("it can be put together further, whatever it is asked for, and checks nothing", () => {
  const joi = noJoi as { string(): { min(length: number): { validate(value: unknown): void } } };
  expect(() => joi.string().min(1).validate("")).toThrow("what comes in is checked on the server");
});
