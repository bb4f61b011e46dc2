import { expect, test } from "@jest/globals";
import { RILL } from "@/server/testing/fault-scenarios";
import { killAtEveryExchange } from "@/server/testing/restore-under-fault";

test("a restore survives the program killed after the drive acted and before it was heard", async () => {
  expect(await killAtEveryExchange("cable-after", RILL)).toBeGreaterThan(30);
}, 1_800_000);
