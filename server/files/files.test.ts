import { createHash, randomBytes } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { count } from "drizzle-orm";
import { endLies, plainFileName } from "@/core/format";
import { tables } from "@/server/database";
import { readJournal } from "@/server/journal";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { attach, attachmentOf, filesOf, readFile, storeFile, withdraw } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const NOW = new Date("2026-03-14T10:00:00Z");
const MOST = 4 * 1024 * 1024;
/** A stream of bytes in parts of any size, as a network gives them; `breakAfter` ends it with a fault. */
const streamOf = (bytes: Uint8Array, part = 40_000, breakAfter = Infinity): ReadableStream<Uint8Array> => {
  let at = 0;
  return new ReadableStream({
    pull(controller) {
      if (at >= breakAfter) return controller.error(new Error("the connection broke"));
      if (at >= bytes.length) return controller.close();
      controller.enqueue(bytes.slice(at, at + part));
      at += part;
    },
  });
};
const bytesOf = async (stream: ReadableStream<Uint8Array>): Promise<Buffer> => {
  const parts: Uint8Array[] = [];
  for await (const each of stream as unknown as AsyncIterable<Uint8Array>) parts.push(each);
  return Buffer.concat(parts);
};
const chunks = async (): Promise<number> =>
  Number((await plant.app.db.select({ n: count() }).from(tables.chunk))[0]!.n);
const PNG = Buffer.from("89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c489", "hex");

describe("a file", () => {
  test("comes back byte by byte, whatever its size, and is kept once", async () => {
    const { db } = plant.app;
    for (const size of [1, 256 * 1024 - 1, 256 * 1024, 256 * 1024 + 1, 700_001]) {
      const bytes = randomBytes(size);
      const stored = await storeFile(db, streamOf(bytes), MOST);
      if (typeof stored === "string") throw new Error(stored);
      expect(stored).toMatchObject({
        size,
        known: false,
        hash: createHash("sha256").update(bytes).digest("hex"),
      });
      expect((await bytesOf(await readFile(db, stored.hash))).equals(bytes)).toBe(true);
      expect(await storeFile(db, streamOf(bytes, 99_999), MOST)).toMatchObject({ known: true });
    }
  });
  test("that breaks off is no file; the next try finds its pieces", async () => {
    const { db } = plant.app;
    const bytes = randomBytes(900_000);
    await expect(storeFile(db, streamOf(bytes, 40_000, 600_000), MOST)).rejects.toThrow("broke");
    const held = await chunks();
    const files = await db.select().from(tables.file);
    const stored = await storeFile(db, streamOf(bytes), MOST);
    expect((await db.select().from(tables.file)).length).toBe(files.length + 1);
    // Two of its four pieces were there.
    expect(await chunks()).toBe(held + 2);
    expect(stored).toMatchObject({ size: 900_000 });
  });
  test("that is too large or empty is refused", async () => {
    expect(await storeFile(plant.app.db, streamOf(randomBytes(5000)), 4999)).toBe("too-large");
    expect(await storeFile(plant.app.db, streamOf(new Uint8Array()), 10)).toBe("empty");
    expect(await storeFile(plant.app.db, null, 10)).toBe("empty");
  });
  test.each<[Buffer, string]>([
    [PNG, "image/png"],
    [Buffer.from("%PDF-1.4\n%âãÏÓ\n"), "application/pdf"],
    [Buffer.from("Station;Wert\nÜ1;5\n"), "text/plain"],
    [Buffer.from([0, 1, 2, 3]), "application/octet-stream"],
    [Buffer.from("<svg onload='x()'/>"), "text/plain"],
  ])("is what its content says: %s", async (bytes, type) => {
    expect(await storeFile(plant.app.db, streamOf(bytes), MOST)).toMatchObject({ type });
  });
});

test("a file belongs to something, is told in the journal, and is withdrawn with a reason, never lost", async () => {
  const { db } = plant.app;
  const stored = await storeFile(db, streamOf(PNG), MOST);
  if (typeof stored === "string") throw new Error(stored);
  const given = { hash: stored.hash, name: "plan.pdf", kind: "photo" as const, note: "before the swap" };
  const owner = { positionId: plant.positionId, words: "KL-03", href: "/positions/KL-03" };
  const id = await attach(db, plant.person, 1, owner, given, NOW);
  const [view] = await filesOf(db, 1, { positionId: plant.positionId });
  expect(view).toMatchObject({
    name: "plan.pdf",
    type: "image/png",
    lies: true,
    of: "KL-03",
    withdrawn: undefined,
  });
  expect((await readJournal(db, 1, 1, { kind: "file" }))[0]!.text).toBe("Added the file plan.pdf to KL-03.");
  expect(await attachmentOf(db, 2, id)).toBeUndefined();
  expect(await withdraw(db, plant.person, 2, id, "wrong plant", NOW)).toMatchObject({ ok: false });
  for (let i = 0; i < 2; i++)
    expect(await withdraw(db, plant.person, 1, id, "wrong drive", NOW)).toMatchObject({ ok: true });
  expect((await filesOf(db, 1, { positionId: plant.positionId }))[0]!.withdrawn?.why).toBe("wrong drive");
  expect(await readJournal(db, 1, 5, { kind: "file" })).toHaveLength(2);
  expect((await bytesOf(await readFile(db, stored.hash))).equals(PNG)).toBe(true);
});

test.each([
  ["..\\..\\secret\\photo?.jpg", "photo_.jpg"],
  ["/etc/passwd", "passwd"],
  [".htaccess", "htaccess"],
  ["a\u0000b\n.txt", "a_b_.txt"],
  ["", "file"],
  ["../", "file"],
])("the name %j is %j", (name, plain) => {
  expect(plainFileName(name)).toBe(plain);
});

test("a very long name keeps its end", () => {
  expect(plainFileName(`${"x".repeat(300)}.pdf`)).toMatch(/^x{116}\.pdf$/);
});

test.each<[string, string, boolean]>([
  ["a.pdf", "application/pdf", false],
  ["a.pdf", "image/png", true],
  ["a.jpg", "text/plain", true],
  ["a.bin", "application/octet-stream", false],
  ["backup.dwb", "application/zip", true],
  ["none", "image/png", false],
])("%s that is %s lies: %s", (name, type, lies) => {
  expect(endLies(name, type)).toBe(lies);
});
