import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { positionPath } from "./position-path";
import { faultOfTag } from "./tag";

test("whatever a tag may be, an address with it leads to it and to nothing else", () => {
  const signs = [..."aZ9Ö .-_+:=#"];
  const tag = fc
    .array(fc.constantFrom(...signs), { minLength: 1, maxLength: 24 })
    .map((all) => all.join(""))
    .filter((each) => faultOfTag(each) === undefined);
  fc.assert(
    fc.property(tag, (each) => {
      const url = new URL(positionPath(each, "/restore?record=2"), "http://ledger.test");
      const [, positions, name, rest] = url.pathname.split("/");
      expect([positions, decodeURIComponent(name!), rest]).toEqual(["positions", each, "restore"]);
      expect([url.search, url.hash]).toEqual(["?record=2", ""]);
    }),
  );
});
