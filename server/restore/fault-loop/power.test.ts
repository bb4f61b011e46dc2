import { expect, test } from "@jest/globals";
import { RILL } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

test("a restore survives the power cut", async () => {
  expect(await faultAtEveryExchange("power-after", RILL)).toBeGreaterThan(30);
}, 1_800_000);
