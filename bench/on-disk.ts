import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import type { Definition } from "@/core/definition";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { isText, NOT_SETTINGS } from "@/core/value";
import { createApplication, type Application } from "@/server/application";
import { openEmbedded, tables } from "@/server/database";
import { keepReading } from "@/server/ledger";
import { addPerson } from "@/server/people";
import { loadSecret } from "@/server/secret";
import type { Figure } from "./measure";

/** Readings of each kind; pages of 8 kB are shared by some tens of them. */
const READINGS = 400;

/** What a reading adds to the ledger on disk: its record, its contents, the line of the journal and all their indexes. What a drive measures is otherwise in each of them. */
export async function measureOnDisk(definition: Definition): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), "on-disk-"));
  const app = await createApplication({
    baseUrl: "http://127.0.0.1",
    database: await openEmbedded(folder),
    definitions: [definition],
    secret: loadSecret(folder),
  });
  try {
    const read = await reader(app, definition);
    await read(0, 0);
    const figures: Figure[] = [];
    for (const [what, change, aim] of [
      ["A reading in which no setting has changed, on disk", false, "aim 500"],
      ["A reading in which one setting has changed, on disk", true, "aim 2,500"],
    ] as const) {
      const before = await bytesOf(app);
      for (let i = 1; i <= READINGS; i++) await read(i, change ? i : 0);
      figures.push({
        what,
        value: ((await bytesOf(app)) - before) / READINGS,
        unit: "bytes",
        limit: `with all that belongs to it; what is measured has moved; ${aim}`,
      });
    }
    return figures;
  } finally {
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Reads a drive that measures something else each time: `(reading, setting)`. */
async function reader(
  app: Application,
  definition: Definition,
): Promise<(reading: number, setting: number) => Promise<void>> {
  const email = "bench@example.test";
  const person = {
    id: await addPerson(app.db, { name: "Bench", email, password: "for the benchmark" }),
    name: "Bench",
    sessionId: "bench",
  };
  await app.db.insert(tables.area).values({ plantId: 1, name: "Kiln", sort: 1 });
  const [position] = await app.db
    .insert(tables.position)
    .values({ plantId: 1, tag: "KL-01", title: "Kiln fan", areaId: 1, definitionId: definition.id })
    .returning();
  const factory = valuesByCode(factorySet(definition, "R-030"));
  const changed = definition.parameters.filter((each) => each.kind === "setting")[20]!.code;
  return async (reading, setting) => {
    const values = new Map(factory);
    for (const { code, type, kind } of definition.parameters) {
      if (isText(type)) values.set(code, values.get(code) ?? "");
      else if (NOT_SETTINGS.has(kind)) values.set(code, 100 + ((reading * 7919) % 9973));
      else values.set(code, values.get(code) ?? 0);
    }
    values.set(changed, setting);
    await keepReading(app.db, definition, person, {
      positionId: position!.id,
      set: buildSet(definition, values),
      identity: {
        vendor: "Fennimore",
        family: definition.file.family,
        definitionId: definition.id,
        rating: "R-030",
        ratingName: "3 kW",
        supply: "3 × 400 V",
        firmware: "4.4",
        serial: "FR-77-0041",
      },
      state: {
        running: false,
        tripped: false,
        trip: undefined,
        warnings: [],
        volatile: false,
        permission: false,
      },
      linkName: "Cabinet A4, bus",
      unit: 1,
      origin: "read",
      takenAt: new Date(),
    });
  };
}

/** All tables with their indexes, after what nobody sees any more was let go. */
async function bytesOf({ db }: Application): Promise<number> {
  await db.execute(sql`vacuum`);
  const { rows } = (await db.execute(
    sql`select sum(pg_total_relation_size(oid))::float8 as bytes from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`,
  )) as unknown as { rows: [{ bytes: number }] };
  return rows[0].bytes;
}
