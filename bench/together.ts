import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { definitionFor } from "@/core/definition";
import { linkKey } from "@/core/link";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { emptyRaw } from "@/core/value";
import { readFamilies } from "@/families/read";
import { createApplication, type Application } from "@/server/application";
import { openEmbedded, tables } from "@/server/database";
import { keepReading } from "@/server/ledger";
import { addPerson, type Person } from "@/server/people";
import { findPosition } from "@/server/plant";
import type { PlantPlan } from "@/simulator/plant";
import type { Figure } from "./measure";
import { CONTROL_PORT, standIns } from "./stand-ins";

const RILL = "fennimore-rill-4";
const FIRST_PORT = 15_950;
const DRIVES = 10;
/** The usual pace of these drives, and the quickest at which all of them and their stand-ins still share this machine's processors. */
const BAUDS = [9600, 38_400];
const SET = { "1r": 250, "4r": 180, "14r": 1 };

/** One record onto ten drives on ten links, beside one alone on one: read, written, read again, proved, on paced lines, by an application that has done so before. */
export async function measureTogether(): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const baud of BAUDS) {
    const { one, ten } = await timeBatches(baud);
    figures.push({
      what: `Restoring ${DRIVES} drives on ${DRIVES} links in one go, at ${baud} baud`,
      value: ten / 1000,
      unit: "s",
      limit: `one alone ${(one / 1000).toFixed(1)} s, ratio ${(ten / one).toFixed(2)}, aim 1.3`,
    });
  }
  return figures;
}

async function timeBatches(baud: number): Promise<{ one: number; ten: number }> {
  const tags = Array.from({ length: DRIVES + 2 }, (_, i) => `T-${i + 1}`);
  const stop = await standIns({ lines: tags.map((tag, i) => lineOf(tag, i, baud)) });
  const folder = mkdtempSync(join(tmpdir(), "calm-ledger-bench-"));
  const app = await createApplication({
    baseUrl: "http://127.0.0.1",
    database: await openEmbedded(folder),
    definitions: readFamilies(),
    secret: "a secret only the benchmark knows",
  });
  const person = await somebody(app);
  for (const tag of tags) await positionOf(app, tag);
  await recordOf(app, person, tags[0]!);
  await timeBatch(app, person, tags.slice(0, 1));
  const one = await timeBatch(app, person, tags.slice(1, 2));
  const ten = await timeBatch(app, person, tags.slice(2));
  await app.close();
  await stop();
  rmSync(folder, { recursive: true, force: true });
  return { one, ten };
}

/** The record of the first position onto the drives at these; what it takes, without hands. */
async function timeBatch(app: Application, person: Person, tags: string[]): Promise<number> {
  const startedAt = performance.now();
  const begun = await app.batches.begin(person, 1, {
    tags,
    source: { tag: "T-1", record: 1 },
    onTrouble: "stop",
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await standsStill(app, begun.value);
  await Promise.all(tags.map(atCabinet));
  await writeAll(app, person, begun.value);
  const took = performance.now() - startedAt;
  const { members } = (await app.batches.view(1, begun.value))!;
  const unproved = members.find((each) => !each.restore?.verified);
  if (unproved)
    throw new Error(`${unproved.tag} was not verified: ${unproved.said || unproved.restore?.place.why}`);
  return took;
}

function lineOf(tag: string, i: number, baud: number): PlantPlan["lines"][number] {
  return {
    id: tag,
    title: tag,
    port: FIRST_PORT + i,
    baud,
    gateway: false,
    kind: "rtu-over-tcp",
    drives: [{ tag, definitionId: RILL, rating: "R-030", firmware: "4.4", serial: `FR26-${1000 + i}` }],
  };
}

async function atCabinet(tag: string): Promise<void> {
  const body = JSON.stringify({ line: tag, tag, act: "give-permission" });
  await fetch(`http://127.0.0.1:${CONTROL_PORT}`, { method: "POST", body });
}

async function somebody({ db }: Application): Promise<Person> {
  const given = { name: "Bench", email: "bench@example.test", password: "for the benchmark" };
  const person = { id: await addPerson(db, given), name: given.name, sessionId: "bench" };
  await db.insert(tables.area).values({ plantId: 1, name: "Bench", sort: 1 });
  return person;
}

/** A position whose drive is alone on a paced line. */
async function positionOf({ db }: Application, tag: string): Promise<void> {
  const i = Number(tag.slice(2)) - 1;
  const settings = { kind: "modbus-rtu-over-tcp" as const, host: "127.0.0.1", port: FIRST_PORT + i };
  const [link] = await db
    .insert(tables.link)
    .values({ plantId: 1, name: tag, key: linkKey(settings), settings })
    .returning();
  const [area] = await db.select().from(tables.area);
  await db.insert(tables.position).values({
    plantId: 1,
    tag,
    title: tag,
    areaId: area!.id,
    definitionId: RILL,
    linkId: link!.id,
    unitAddress: 1,
  });
}

/** The record that all get: the factory's values, and some that somebody has set. */
async function recordOf({ db, shelf }: Application, person: Person, tag: string): Promise<void> {
  const definition = definitionFor(shelf.get(RILL), { firmware: "4.4", axes: 1, options: [] });
  const values = new Map([...valuesByCode(factorySet(definition, "R-030")), ...Object.entries(SET)]);
  for (const each of definition.parameters)
    if (!values.has(each.code)) values.set(each.code, emptyRaw(each.type));
  const position = (await findPosition(db, 1, tag))!;
  const rating = definition.ratings.get("R-030")!;
  await keepReading(db, definition, person, {
    positionId: position.id,
    set: buildSet(definition, values),
    identity: {
      vendor: definition.file.vendor,
      family: definition.file.family,
      definitionId: RILL,
      rating: rating.id,
      ratingName: rating.name,
      supply: rating.supply,
      firmware: "4.4",
      serial: "FR-OLD",
    },
    state: {
      running: false,
      tripped: false,
      trip: undefined,
      warnings: [],
      volatile: false,
      permission: false,
    },
    linkName: tag,
    unit: 1,
    origin: "read",
    takenAt: new Date(),
  });
}

async function writeAll({ restores, batches }: Application, person: Person, id: number): Promise<void> {
  await Promise.all(
    (await batches.view(1, id))!.members.map(({ restore }) =>
      restores.choose(restore!.id, person, { ...restore!.choices, exchanged: ["drive"] }),
    ),
  );
  const members = (await batches.view(1, id))!.members.map(({ restore }) => ({
    restore: restore!.id,
    seal: restore!.seal!,
    looked: restore!.checks.flatMap(({ id: check, asks, verdict }) =>
      verdict !== "not-told" || asks === "exchanged"
        ? []
        : [{ id: check, answer: asks === "serial-end" ? restore!.identity.serial.slice(-4) : "Somebody" }],
    ),
  }));
  const begun = await batches.write(person, 1, id, { members });
  if (!begun.ok) throw new Error(begun.trouble.text);
  await standsStill({ batches }, id);
}

/** How often somebody looks how far it has come, in ms: about as often as a page does. */
const LOOK_MS = 50;

/** Until nothing of it is done by itself any more. */
async function standsStill({ batches }: Pick<Application, "batches">, id: number): Promise<void> {
  while ((await batches.view(1, id))!.doing !== undefined)
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
}
