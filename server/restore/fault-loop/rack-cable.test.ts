import { expect, test } from "@jest/globals";
import { RACK } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

test("two axes through a gateway, several questions at once: the cable pulled in every phase", async () => {
  expect(await faultAtEveryExchange("cable-after", RACK)).toBeGreaterThan(25);
}, 1_800_000);
