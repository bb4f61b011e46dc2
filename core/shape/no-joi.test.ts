import { expect, jest, test } from "@jest/globals";
import noJoi from "./no-joi";

test("the whole contract can be put together without Joi, and names its ways; a schema that is asked says that pages ask none", async () => {
  jest.unstable_mockModule("joi", () => ({ default: noJoi }));
  const { addressOf, drafts } = await import("@/core/contract");
  expect(
    addressOf(drafts.draftNews, { params: { plant: "tarn hollow", draft: 7 }, query: { since: 3 } }),
  ).toBe("/api/plants/tarn%20hollow/drafts/7/news?since=3");
  expect(drafts.changeDraft.method).toBe("POST");
  expect(() => drafts.changeDraft.body.joi.validate({})).toThrow("what comes in is checked on the server");
});
