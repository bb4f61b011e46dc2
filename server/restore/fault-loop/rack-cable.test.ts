import { expect, test } from "@jest/globals";
import { faultAtEveryExchange, RACK } from "@/server/testing/restore-under-fault";

test("two axes through a gateway, several questions at once: the cable pulled in every phase", async () => {
  expect(await faultAtEveryExchange("cable-after", RACK)).toBeGreaterThan(25);
}, 1_800_000);
