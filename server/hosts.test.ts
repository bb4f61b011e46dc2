import { hostname } from "node:os";
import { expect, test } from "@jest/globals";
import { hostIsOurs } from "./hosts";

test.each([
  ["127.0.0.1:4310", true],
  ["192.168.7.20", true],
  ["[::1]:4310", true],
  ["[fe80::1]", true],
  ["localhost:4310", true],
  ["LOCALHOST", true],
  [`${hostname()}:4310`, true],
  ["attacker.example", false],
  ["127.0.0.1.attacker.example", false],
  ["attacker.example:4310", false],
  ["localhost.attacker.example", false],
  ["127.0.0.1@attacker.example", false],
  ["a/b", false],
  ["", false],
  [null, false],
])("%s: %s", (host, ours) => {
  expect(hostIsOurs(host)).toBe(ours);
});
