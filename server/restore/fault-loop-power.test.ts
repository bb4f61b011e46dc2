import { expect, test } from "@jest/globals";
import { faultAtEveryExchange, killAtEveryExchange } from "@/server/testing/restore-under-fault";

const AT_LEAST = 60;

test("a restore survives the power cut at every exchange", async () => {
  expect(await faultAtEveryExchange("power-after")).toBeGreaterThan(AT_LEAST);
}, 300_000);

test("a restore survives the program killed at every exchange, after the drive acted and before it was heard", async () => {
  expect(await killAtEveryExchange("cable-after")).toBeGreaterThan(AT_LEAST);
}, 300_000);
