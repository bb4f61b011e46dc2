import { expect, test } from "@jest/globals";
import {
  faultAtEveryExchange,
  HOLLIN,
  killAtEveryExchange,
  RACK,
} from "@/server/testing/restore-under-fault";

// From the confirmed plan on: looking again, six writes, making permanent, reading everything; of the many exchanges some are taken.
const AT_LEAST = 25;

test("three sets and permission over the link: the power cut again and again, in every phase", async () => {
  expect(await faultAtEveryExchange("power-after", HOLLIN)).toBeGreaterThan(AT_LEAST);
}, 300_000);

test("two axes through a gateway, several questions at once: the cable pulled in every phase", async () => {
  expect(await faultAtEveryExchange("cable-after", RACK)).toBeGreaterThan(AT_LEAST);
}, 300_000);

test("two axes through a gateway: the program killed in every phase", async () => {
  expect(await killAtEveryExchange("cable-after", RACK)).toBeGreaterThan(AT_LEAST);
}, 300_000);
