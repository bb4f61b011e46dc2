import { expect, test } from "@jest/globals";
import { ONE_AXIS } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange, killAtEveryExchange } from "@/server/testing/restore-under-fault";

test("one axis of two alone: the cable pulled in every phase, and the other axis stays as it was", async () => {
  expect(await faultAtEveryExchange("cable-before", ONE_AXIS)).toBeGreaterThan(5);
}, 1_800_000);

test("one axis of two alone: the program killed in every phase", async () => {
  expect(await killAtEveryExchange("cable-after", ONE_AXIS)).toBeGreaterThan(5);
}, 1_800_000);
