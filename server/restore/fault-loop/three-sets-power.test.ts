import { expect, test } from "@jest/globals";
import { HOLLIN } from "@/server/testing/fault-scenarios";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

test("three sets and permission over the link: the power cut again and again, in every phase", async () => {
  expect(await faultAtEveryExchange("power-after", HOLLIN)).toBeGreaterThan(25);
}, 1_800_000);
