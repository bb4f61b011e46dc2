import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { layOutFile } from "@/core/definition";
import { terminalsOf, terminalStateCodes } from "@/core/terminal";
import { rill } from "@/families/testing";
import { connectAndRead, testPlant, until, type TestPlant } from "@/server/testing/plant";
import { valuesNow } from ".";

let plant: TestPlant;
beforeEach(async () => {
  plant = await testPlant();
});
afterEach(() => plant.close());

const connected = async () => plant.app.bench.find(await connectAndRead(plant))!;
async function now(codes: string[]) {
  const connection = await connected();
  return { connection, read: await valuesNow(plant.app.links, connection, codes) };
}

test("what the drive changes by itself is read as it is now; settings and unknown codes are left out", async () => {
  const { connection, read } = await now(["5y", "10y", "1r", "zz"]);
  if (!read.ok) throw new Error(read.trouble.text);
  expect([...read.value.values.keys()].sort()).toEqual(["10y", "5y"]);
  expect(read.value.ms).toBeGreaterThanOrEqual(0);
  // Nothing of it is taken into the reading, from which a record is made.
  const before = connection.values;
  await valuesNow(plant.app.links, connection, ["1y"]);
  expect(connection.values).toBe(before);
});
test("terminals of a connected drive: functions as they were read, states as they are now", async () => {
  const { connection, read } = await now(terminalStateCodes(rill));
  if (!read.ok) throw new Error(read.trouble.text);
  const terminals = terminalsOf(connection.definition, new Map([...connection.values, ...read.value.values]));
  expect(terminals.find((each) => each.name === "SWITCH 1")).toMatchObject({
    does: { code: "1t" },
    state: { code: "10y" },
  });
  expect(terminals.find((each) => each.name === "SIGNAL 1")?.amount).toMatch(/ (V|mA)$/);
});
test("a drive that reading disturbs is not asked again and again", async () => {
  const connection = await connected();
  const disturbed = layOutFile({ ...rill.file, readingDisturbs: "It restarts." });
  const asked = await valuesNow(
    plant.app.links,
    Object.create(connection, { definition: { value: disturbed } }) as typeof connection,
    ["5y"],
  );
  expect(asked).toMatchObject({ ok: false, trouble: { kind: "ask-first" } });
});
test("a drive without power says so instead of a value", async () => {
  const connection = await connected();
  plant.line.pull();
  await until(plant, () => connection.phase === "lost");
  expect(await valuesNow(plant.app.links, connection, ["5y"])).toMatchObject({ ok: false });
});
