import { expect, test } from "@jest/globals";
import { readSettings, SettingsError } from "./settings";

test("says nothing, and usual settings hold", () => {
  expect(readSettings({ JEST_WORKER_ID: "1" }, "/srv")).toEqual({
    dataFolder: "/srv/data/plant",
    databaseUrl: undefined,
    migrationUrl: undefined,
    baseUrl: "http://127.0.0.1:4310",
    authSecret: undefined,
    cabinetUrl: undefined,
    extraDefinitions: [],
    hosts: [],
    copiesFolder: undefined,
    dailyCopy: true,
    logLevel: "silent",
    checkAnswers: false,
  });
});

test("takes what is given; an empty variable is one that is not given", () => {
  const given = { PORT: "8080", DATABASE_URL: "", EXTRA_DEFINITIONS: "a.json, b.json", LOG_LEVEL: "warn" };
  expect(readSettings(given)).toMatchObject({
    baseUrl: "http://127.0.0.1:8080",
    databaseUrl: undefined,
    extraDefinitions: ["a.json", "b.json"],
    logLevel: "warn",
  });
});

test.each<[string, Record<string, string>, RegExp]>([
  ["a port that is none", { PORT: "eighty" }, /PORT must be a number.*found "eighty"/],
  [
    "a database of another kind",
    { DATABASE_URL: "mysql://x" },
    /DATABASE_URL must be an address as postgres/,
  ],
  ["an unknown level", { LOG_LEVEL: "loud" }, /LOG_LEVEL must be one of .*found "loud"/],
  ["a zone that nobody knows", { TZ: "Europe/Viena" }, /TZ must be a time zone as .*found "Europe\/Viena"/],
  ["a zone that is a rule", { TZ: "CET-1CEST" }, /TZ must be a time zone/],
  ["an address without a scheme", { BASE_URL: "ledger.plant" }, /BASE_URL must be a valid uri/],
])("refuses %s by its name", (_what, env, message) => {
  expect(() => readSettings(env)).toThrow(message);
});

test("a secret that is too short is named, and not shown", () => {
  let said = "";
  try {
    readSettings({ AUTH_SECRET: "hunter2", PORT: "-1" });
  } catch (error) {
    expect(error).toBeInstanceOf(SettingsError);
    said = (error as Error).message;
  }
  expect(said).toMatch(/AUTH_SECRET length must be at least 32/);
  expect(said).toMatch(/PORT/);
  expect(said).not.toContain("hunter2");
});
