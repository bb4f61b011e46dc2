import { expect, test } from "@jest/globals";
import { faultAtEveryExchange } from "@/server/testing/restore-under-fault";

// Reading twice, eight writes and what stands between them: the loop must have gone through far more than this many exchanges.
const AT_LEAST = 60;

test.each(["cable-before", "cable-after"] as const)(
  "a restore survives %s at every exchange",
  async (fault) => {
    expect(await faultAtEveryExchange(fault)).toBeGreaterThan(AT_LEAST);
  },
  300_000,
);
