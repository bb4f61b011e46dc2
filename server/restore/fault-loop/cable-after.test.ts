import { expect, test } from "@jest/globals";
import { RILL } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

test("a restore survives the cable pulled after the drive acted and before it was heard", async () => {
  expect(await faultAtEveryExchange("cable-after", RILL)).toBeGreaterThan(30);
}, 1_800_000);
