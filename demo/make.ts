/**
 * Makes the demo plant in an empty data folder: `tsx demo/make.ts FOLDER`. Writes the stand-ins' plan beside it. With DATABASE_URL the ledger is made on that
 * PostgreSQL server, which must hold none yet.
 */
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { definitionFor, type Definition } from "@/core/definition";
import { linkKey } from "@/core/link";
import { positionPath } from "@/core/plant/position-path";
import type { RawValue } from "@/core/value";
import { readFamilies } from "@/families/read";
import { createApplication } from "@/server/application";
import { openEmbedded, openServer, tables, type OpenDatabase } from "@/server/database";
import { attach, storeFile } from "@/server/files";
import { addPerson, type Person } from "@/server/people";
import { namePlant } from "@/server/plant";
import { loadSecret } from "@/server/secret";
import { makeHistory } from "./history";
import { makeProgram, valuesWith } from "./program";
import { readScenario, settingsOf, type ScenarioPosition } from "./scenario";
import { readStrangers } from "./strangers";

const folder = process.argv[2];
if (!folder) {
  console.error("Usage: tsx demo/make.ts FOLDER");
  process.exit(2);
}
const { DATABASE_URL, MIGRATION_URL } = process.env;
const server = DATABASE_URL ? await emptyServer(DATABASE_URL) : undefined;
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const scenario = readScenario();
const definitions = readFamilies();
const strangers = readStrangers();
const app = await createApplication({
  baseUrl: "http://127.0.0.1:4310",
  database: server ?? (await openEmbedded(folder)),
  definitions,
  secret: loadSecret(folder),
});

/** The one plant that a new archive has. */
const PLANT = 1;
await namePlant(app.db, PLANT, { slug: scenario.slug, name: scenario.name });

const people: Person[] = [];
for (const { role, ...person } of scenario.people) {
  const administrator = role === "administrator";
  const id = await addPerson(app.db, { ...person, password: scenario.password, administrator });
  if (role !== "administrator")
    await app.db.insert(tables.membership).values({ userId: id, plantId: PLANT, role });
  // A reader has recorded nothing.
  if (role !== "reader") people.push({ id, name: person.name, sessionId: "demo" });
}

const links = new Map<string, { id: number; name: string }>();
for (const line of scenario.lines) {
  const [row] = await app.db
    .insert(tables.link)
    .values({ plantId: PLANT, name: line.title, key: linkKey(settingsOf(line)), settings: settingsOf(line) })
    .returning();
  links.set(line.id, { id: row!.id, name: line.title });
}

const standIns = new Map<string, Array<Record<string, unknown>>>();
let index = 0;
for (const [sort, area] of scenario.areas.entries()) {
  const [areaRow] = await app.db
    .insert(tables.area)
    .values({ plantId: PLANT, name: area.name, sort })
    .returning();
  for (const position of area.positions) {
    const link = links.get(position.line)!;
    const family = scenario.families[position.family ?? "rill"]!;
    const base = definitions.find((each) => each.id === family.definitionId)!;
    const firmware = position.firmware ?? family.firmware;
    const definition = definitionFor(base, {
      firmware,
      axes: position.axes ?? 1,
      options: position.options ?? [],
    });
    const [row] = await app.db
      .insert(tables.position)
      .values({
        plantId: PLANT,
        tag: position.tag,
        title: position.title,
        areaId: areaRow!.id,
        definitionId: definition.id,
        jobNumber: position.job,
        twinGroup: position.twins ?? null,
        linkId: link.id,
        unitAddress: position.unit,
      })
      .returning();
    const program = position.program === undefined ? undefined : makeProgram(definition, position.program);
    const made = await makeHistory(
      app.db,
      family,
      definition,
      people,
      { ...position, id: row!.id, plantId: PLANT, linkName: link.name },
      { ...scenario.settings[position.like]!, ...(program ? valuesWith(definition, program) : {}) },
      new Date(),
      index,
    );
    standIns.set(position.line, [
      ...(standIns.get(position.line) ?? []),
      {
        ...standIn(position, definition, made.serial, made.values),
        ...(program ? { program: { bytes: Buffer.from(program).toString("base64"), running: true } } : {}),
      },
    ]);
    if (program) await keepProgram(program, { id: row!.id, tag: position.tag });
    index += 1;
  }
}

// What was recorded over a link shows that somebody answered there; where nothing was, nobody has been yet.
await app.db.execute(sql`
  update ${tables.link} l set last_success = r.at
  from (select p.link_id, max(r.taken_at) as at from ${tables.record} r join ${tables.position} p on p.id = r.position_id group by 1) r
  where r.link_id = l.id`);
await app.db.execute(sql`
  update ${tables.position} set way_tried = false
  where not exists (select from ${tables.record} r where r.position_id = ${tables.position.id})`);

/** The program's file, as somebody kept it with its position. */
async function keepProgram(bytes: Uint8Array, { id, tag }: { id: number; tag: string }): Promise<void> {
  const stored = await storeFile(app.db, new Blob([bytes.slice()]).stream(), bytes.length);
  if (typeof stored === "string") throw new Error(stored);
  await attach(
    app.db,
    people[0]!,
    PLANT,
    { positionId: id, words: tag, href: positionPath(tag) },
    { hash: stored.hash, name: `${tag}-program-7.bin`, kind: "program", note: "Version 7, by Per Holm." },
    new Date(),
  );
}

/** Opens the server's database; ends the program when it holds a ledger already. */
async function emptyServer(url: string): Promise<OpenDatabase> {
  const opened = await openServer(url, MIGRATION_URL);
  const [anybody] = await opened.db.select({ id: tables.user.id }).from(tables.user).limit(1);
  if (!anybody) return opened;
  console.error(
    "The database server holds a ledger already. The demo is made only in an empty database: name another one in DATABASE_URL.",
  );
  process.exit(1);
}

/** What stands at the position today; some stories left the drive other than the ledger says. */
function standIn(
  position: ScenarioPosition,
  definition: Definition,
  serial: string,
  values: Record<string, RawValue>,
): Record<string, unknown> {
  const { axes, options, modules } = position;
  const make = {
    definitionId: definition.id,
    tag: position.tag,
    rating: position.rating,
    firmware: definition.fitting.firmware,
    serial,
    values,
    axes,
    options,
    modules,
  };
  if (position.story === "swapped")
    return { ...make, serial: "FR26-2207", values: { ...values, "1r": 500, "6g": 50 } };
  if (position.story === "volatile")
    return { ...make, values: { ...values, "9r": 100 }, volatileValues: { "9r": 80, "1r": 2600 } };
  return make;
}

for (const { line, ...spare } of scenario.spares)
  standIns.set(line, [...(standIns.get(line) ?? []), { ...spare }]);
for (const each of scenario.store)
  await app.db.insert(tables.drive).values({ ...each, plantId: PLANT, whereabouts: "store" });

const plan = {
  definitions: strangers,
  lines: scenario.lines.map((line) => ({ ...line, drives: standIns.get(line.id) ?? [] })),
};
writeFileSync(join(folder, "stand-ins.json"), JSON.stringify(plan, null, 2));
await app.close();
console.log(`${scenario.name} is ready: ${index} positions.`);
