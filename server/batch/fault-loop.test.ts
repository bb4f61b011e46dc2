import { expect, test } from "@jest/globals";
import { linkKey } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { definitions, rill } from "@/families/testing";
import { tables } from "@/server/database";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { answers } from "@/server/testing/look-through";
import { connectAndRead, linkTo, recordStanding, testPlant, until } from "@/server/testing/plant";
import type { Fault } from "@/simulator/spoken-line";

/** Every exchange, which takes long: `npm run test:long`. */
const EVERY = process.env.TEST_LONG === undefined ? 61 : 1;

const SET = { "1r": 250, "14r": 1 };
const family = cutDown(rill, Object.keys(SET));
const ADDRESS = rill.addressCode!;

test("three drives of one line get one record, with cable or power taken at one exchange after another: each ends as its receipt says", async () => {
  const plant = await testPlant(
    { ...SET, [ADDRESS]: 1 },
    { family, make: { rating: "R-030", firmware: "4.4", serial: "OLD" }, line: "tcp" },
  );
  plant.line.settings.gateway = true;
  const first = await connectAndRead(plant);
  await recordStanding(plant, first);
  await plant.app.bench.letGo(first);
  const { db, restores, batches, bench } = plant.app;
  const settings = linkTo("tcp", plant.port);
  await db
    .insert(tables.link)
    .values({ plantId: 1, name: "One", key: linkKey(settings), settings })
    .onConflictDoNothing();
  const [link] = await db.select().from(tables.link);
  const tags = ["KL-03", "KL-04", "KL-05"];
  await db.update(tables.position).set({ linkId: link!.id, unitAddress: 1 });
  for (const unitAddress of [2, 3])
    await db.insert(tables.position).values({
      plantId: 1,
      tag: tags[unitAddress - 1]!,
      title: "Roller",
      areaId: 1,
      definitionId: family.id,
      linkId: link!.id,
      unitAddress,
    });
  let hits = 0;
  for (let at = 1; ; at += EVERY) {
    const drives = [1, 2, 3].map(
      (address) =>
        new StandInDrive(
          family,
          { rating: "R-030", firmware: "4.4", serial: `N${at}-${address}`, values: { [ADDRESS]: address } },
          undefined,
          definitions,
        ),
    );
    plant.line.drives.splice(0);
    for (const each of drives) plant.line.add(each);
    for (const each of drives) each.givePermission();
    // Somebody stands beside them and gives back cable, power and permission.
    const leave = plant.app.events.subscribe((event) => {
      if (event.type === "connection" && event.view.phase === "lost") {
        plant.line.plug();
        for (const each of drives) each.powerOn();
      }
      if (event.type === "job" && event.view.place.waitsFor === "permission")
        for (const each of drives) each.givePermission();
    });
    const from = plant.line.exchanges;
    let fired = false;
    plant.line.fault = (exchange) => {
      if (fired || exchange - from !== at) return undefined;
      fired = true;
      return (hits % 2 === 0 ? "cable-after" : "power-before") satisfies Fault;
    };
    const still = (id: number) =>
      until(
        plant,
        () => (batches as unknown as { running: Map<number, unknown> }).running.get(id) === undefined,
      );
    const begun = await batches.begin(plant.person, 1, {
      tags,
      source: { tag: "KL-03", record: 1 },
      onTrouble: "go-on",
    });
    if (!begun.ok) throw new Error(begun.trouble.text);
    const id = begun.value;
    await still(id);
    const view = async () => (await batches.view(1, id))!;
    const done = async () => (await view()).members.every((each) => each.restore?.place.over === "done");
    // A person who presses what the page offers until nothing is left; it may take a few rounds.
    for (let round = 0; round < 8 && !(await done()); round++) {
      plant.line.plug();
      for (const each of drives) each.powerOn();
      if ((await batches.read(plant.person, 1, id)).ok) await still(id);
      for (const { restore } of (await view()).members) {
        if (restore?.place.stage === "review")
          await restores.choose(restore.id, plant.person, { ...restore.choices, exchanged: ["drive"] });
        else if (restore?.place.waitsFor === "person") {
          await restores.goOn(restore.id, plant.person);
          await restores.settled(restore.id);
        }
      }
      const members = (await view()).members.flatMap(({ restore }) =>
        restore?.place.stage === "review" && restore.seal
          ? [
              {
                restore: restore.id,
                seal: restore.seal,
                looked: answers(restore.checks, restore.identity.serial),
              },
            ]
          : [],
      );
      if (members.length > 0 && (await batches.write(plant.person, 1, id, { members })).ok) await still(id);
    }
    leave();
    for (const [i, { restore }] of (await view()).members.entries()) {
      const { content } = (await findReceipt(db, 1, restore!.receiptId!))!;
      const holds = Object.entries(SET).every(([code, raw]) => drives[i]!.valueOf(code, "permanent") === raw);
      expect([at, content.outcome, holds]).toEqual([at, "verified", true]);
      expect(content.drive.serial).toBe(drives[i]!.make.serial);
      expect(drives[i]!.valueOf(ADDRESS)).toBe(i + 1);
    }
    for (const connection of bench.list()) await bench.letGo(connection.id);
    if (!fired) break;
    hits += 1;
  }
  expect(hits).toBeGreaterThan(3);
  await plant.close();
}, 1_800_000);
