import { expect, test } from "@jest/globals";
import { RILL } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

test("a restore survives the cable pulled before a question arrives", async () => {
  expect(await faultAtEveryExchange("cable-before", RILL)).toBeGreaterThan(30);
}, 1_800_000);
