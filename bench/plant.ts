/** Makes the benchmark's data folder: `tsx bench/plant.ts FOLDER`. One position with 50 records, one with 200, one with 5,000 parameters, and 2,000 others. */
import { rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { loadDefinition } from "@/core/definition";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { isText } from "@/core/value";
import { readFamilies } from "@/families/read";
import { createApplication } from "@/server/application";
import { openEmbedded, tables } from "@/server/database";
import { keepReading } from "@/server/ledger";
import { addPerson } from "@/server/people";
import { makePlant } from "@/server/plant";
import { loadSecret } from "@/server/secret";
import { widened } from "./compare";
import { FEW_POSITIONS, fillPlant, POSITIONS } from "./large-plant";

const folder = process.argv[2];
if (!folder) process.exit(2);
rmSync(folder, { recursive: true, force: true });
const families = readFamilies();
const rill = families.find((each) => each.id === "fennimore-rill-4")!;
const file = { ...widened(rill, 5000).file, id: "bench-5000", family: "Bench" };
const wide = loadDefinition(JSON.stringify(file), "bench-5000.json");
const app = await createApplication({
  baseUrl: "http://127.0.0.1:4392",
  database: await openEmbedded(folder),
  definitions: [...families, wide],
  secret: loadSecret(folder),
});
const person = {
  id: await addPerson(app.db, {
    name: "Bench",
    email: "bench@example.test",
    password: "for the benchmark",
    administrator: true,
  }),
  name: "Bench",
  sessionId: "bench",
};
await app.db.insert(tables.area).values({ plantId: 1, name: "Kiln", sort: 1 });
for (const [tag, definition, records] of [
  ["BENCH-50", rill, 50],
  ["BENCH-200", rill, 200],
  ["BENCH-5000", wide, 6],
] as const) {
  const [position] = await app.db
    .insert(tables.position)
    .values({ plantId: 1, tag, title: tag, areaId: 1, definitionId: definition.id })
    .returning();
  const identity = {
    vendor: "Fennimore",
    family: definition.file.family,
    definitionId: definition.id,
    rating: "R-030",
    ratingName: "3 kW",
    supply: "3 × 400 V",
    firmware: "4.4",
    serial: tag,
  };
  for (let i = 0; i < records; i++) {
    const values = valuesByCode(factorySet(definition, "R-030"));
    // A drive that is read tells everything, what it measures too.
    for (const { code, type } of definition.parameters)
      if (!values.has(code)) values.set(code, isText(type) ? "" : 0);
    // One setting is otherwise in each record; of the widest list one in twenty is.
    const otherwise =
      definition === wide
        ? definition.parameters.filter((_, k) => k % 20 === 0)
        : [definition.parameters[20]!];
    for (const { code } of otherwise) values.set(code, i);
    await keepReading(app.db, definition, person, {
      positionId: position!.id,
      set: buildSet(definition, values),
      identity,
      state: {
        running: false,
        tripped: false,
        trip: undefined,
        warnings: [],
        volatile: false,
        permission: false,
      },
      linkName: "bench",
      unit: 1,
      origin: "read",
      takenAt: new Date(),
    });
  }
}
await fillPlant(app.db, 1, { plantId: 1, positions: POSITIONS, letter: "L" });
const small = await makePlant(app.db, "Small");
await fillPlant(app.db, 1, { plantId: small.id, positions: FEW_POSITIONS, letter: "S" });
await app.close();
writeFileSync(join(folder, "bench-5000.json"), JSON.stringify(file));
