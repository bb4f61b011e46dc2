import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { afterAll, expect, test } from "@jest/globals";
import type { Found } from "@/server/testing/busy-ledger";
import { emptyLedgerIn } from "@/server/testing/folder";
import { startPostgres } from "@/server/testing/postgres";

/** Fifty moments with `npm run test:long`. */
const KILLS = process.env.TEST_LONG === undefined ? 2 : 50;
/** It is killed behind one of so many things that it said, and a moment later. */
const MOST_SAID = 24;
const LONGEST_MOMENT_MS = 40;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-killed-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What the killed programs were told is kept. */
interface Told {
  records: Map<number, string>;
  files: Set<string>;
  imports: Set<string>;
}

/** Runs the program on a place until it is killed, at a moment that `random` says; gives what it found at its start. */
async function run(place: string, told: Told, random: number): Promise<Found> {
  const child = spawn(process.execPath, [".threads/busy-ledger.mjs", place], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  const gone = new Promise((resolve) => child.once("exit", resolve));
  let found: Found | undefined;
  let said = 0;
  for await (const line of createInterface({ input: child.stdout })) {
    if (!found) {
      found = JSON.parse(line) as Found;
      continue;
    }
    said += 1;
    if (said === 1 + (random % MOST_SAID))
      setTimeout(() => child.kill("SIGKILL"), random % LONGEST_MOMENT_MS);
    const [what, name, more] = line.split(" ");
    if (what === "record") told.records.set(Number(name), more!);
    if (what === "file") told.files.add(name!);
    if (what === "import") told.imports.add(name!);
  }
  await gone;
  if (!found) throw new Error("The program did not say what it found.");
  return found;
}

async function killAgainAndAgain(place: string, seed: number): Promise<void> {
  const told: Told = { records: new Map(), files: new Set(), imports: new Set() };
  // Moments at random, the same in every run (Lehmer's generator).
  let random = seed;
  for (let i = 0; i <= KILLS; i++) {
    random = (random * 48_271) % 2_147_483_647;
    const before: Told = {
      records: new Map(told.records),
      files: new Set(told.files),
      imports: new Set(told.imports),
    };
    const found = await run(place, told, random);
    expect(found.damage).toEqual([]);
    expect(found.astray).toEqual([]);
    const own = found.records["KL-03"] ?? {};
    // What was said to be kept is there, and holds what it held.
    for (const [number, hash] of before.records) expect([number, own[number]]).toEqual([number, hash]);
    for (const each of before.files) expect(found.files).toContain(each);
    for (const each of before.imports) expect(Object.keys(found.records[each] ?? {})).toHaveLength(8);
    // What was not is there as a whole or not at all.
    for (const [tag, records] of Object.entries(found.records)) {
      if (tag.startsWith("IMP-")) expect([tag, Object.keys(records).length]).toEqual([tag, 8]);
      expect(Object.values(records)).not.toContain("not what it was");
      expect(Object.keys(records).map(Number)).toEqual(Object.keys(records).map((_, n) => n + 1));
    }
  }
  expect(told.records.size).toBeGreaterThan(KILLS);
}

test(
  "killed at random moments while it records, brings in and takes in, the embedded ledger loses nothing it acknowledged and shows nothing half",
  () => killAgainAndAgain(emptyLedgerIn(join(folder, "ledger")), 20_261),
  1_500_000,
);

test("and on a server likewise", async () => {
  const postgres = await startPostgres();
  try {
    await killAgainAndAgain(postgres.url, 4_711);
  } finally {
    await postgres.stop();
  }
}, 600_000);
