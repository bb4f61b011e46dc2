import { afterEach, expect, test } from "@jest/globals";
import { plover } from "@/families/testing";
import { cutDown } from "@/server/testing/cut-down";
import { connectAndRead, testPlant, type Standing, type TestPlant } from "@/server/testing/plant";
import { cardBeside } from ".";

const SERVO: Standing = {
  family: cutDown(plover, ["5F30.03", "6083.00", "6084.00"]),
  make: { rating: "P-06", firmware: "2.4", serial: "AP-1" },
  line: "canopen",
};
let plant: TestPlant;
afterEach(() => plant.close());

const beside = (id: string) => cardBeside(plant.app.links, plant.app.bench.find(id)!);

test("what the card holds is compared setting by setting; what is otherwise is named with both values", async () => {
  plant = await testPlant({ "5F30.03": "Stacker", "6083.00": 2000 }, SERVO);
  plant.drive.saveToCard();
  const same = await connectAndRead(plant);
  const alike = await beside(same);
  expect(alike).toMatchObject({ ok: true, value: { otherwise: [], foreign: 0 } });
  expect(alike.ok && alike.value.compared).toBeGreaterThan(10);
  await plant.app.bench.letGo(same);

  plant.drive.setAtKeypad("6083.00", 4000);
  plant.drive.setAtKeypad("5F30.03", "Stacker 2");
  const other = await beside(await connectAndRead(plant));
  expect(other.ok && other.value.otherwise.map(({ code, card, drive }) => [code, card, drive])).toEqual([
    ["5F30.03", "Stacker", "Stacker 2"],
    ["6083.00", expect.stringMatching(/^2000\b/), expect.stringMatching(/^4000\b/)],
  ]);
}, 60_000);

test("without a card it is refused", async () => {
  plant = await testPlant({}, SERVO);
  const refused = await beside(await connectAndRead(plant));
  expect(refused).toMatchObject({ ok: false, trouble: { kind: "refused" } });
}, 60_000);

test("for a family whose card nobody knows how to read, that is said", async () => {
  plant = await testPlant();
  expect(await beside(await connectAndRead(plant))).toMatchObject({
    ok: false,
    trouble: {
      kind: "refused",
      text: expect.stringContaining("does not say how a card's contents are read"),
    },
  });
}, 60_000);
