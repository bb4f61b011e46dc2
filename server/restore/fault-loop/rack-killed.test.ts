import { expect, test } from "@jest/globals";
import { RACK } from "@/server/testing/fault-scenarios";
import { killAtEveryExchange } from "@/server/testing/restore-under-fault";

test("two axes through a gateway: the program killed in every phase", async () => {
  expect(await killAtEveryExchange("cable-after", RACK)).toBeGreaterThan(25);
}, 1_800_000);
