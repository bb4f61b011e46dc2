import type { Restores } from "@/server/restore";
import type { Fault } from "@/simulator/spoken-line";
import { lookThrough } from "./look-through";
import { connectAndRead, type TestPlant } from "./plant";

/** What is begun, and what goes wrong at which exchange since. */
export interface UnderFault {
  begin: Parameters<Restores["startOperation"]>[2];
  fault: Fault;
  /** The program is killed at the same moment, and started again. */
  killed: boolean;
  at: number;
  /** What else somebody does whenever it can be looked through. */
  beforePress?: (id: number) => Promise<void>;
  /** Nothing goes wrong any more once that holds. */
  spared?: () => boolean;
}

/**
 * One operation on the drive that is connected, hit at one exchange. Somebody stands beside it: plugs in and switches on again, gives the permission, looks through what is
 * to be looked through and says "go on" where a person is waited for, until it is over. Says which one it was, and whether it was hit.
 */
export async function operateUnderFault(
  plant: TestPlant,
  { begin, fault, killed, at, beforePress, spared }: UnderFault,
): Promise<{ id: number; fired: boolean }> {
  let away = helper(plant);
  const begun = await plant.app.restores.startOperation(plant.person, 1, begin);
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  // Counted from when it is begun: the drive is watched meanwhile, and a look at it is none of its exchanges.
  const from = plant.line.exchanges;
  let fired = false;
  plant.line.fault = (exchange) => {
    if (fired || exchange - from !== at || spared?.()) return undefined;
    fired = true;
    if (killed) plant.kill();
    return fault;
  };
  let restarted = false;
  for (;;) {
    await plant.app.restores.settled(id);
    if (killed && fired && !restarted) {
      restarted = true;
      away();
      plant.line.fault = undefined;
      giveBack(plant);
      await plant.restart();
      away = helper(plant);
      await connectAndRead(plant);
    }
    const detail = await plant.app.restores.shown.detail(id).catch(() => undefined);
    if (!detail) continue;
    if (!detail.open) break;
    if (detail.place.stage === "review" && !detail.place.waitsFor) {
      await beforePress?.(id);
      await press(plant, id);
    } else if (detail.place.waitsFor === "person") await plant.app.restores.goOn(id, plant.person);
  }
  away();
  plant.line.fault = undefined;
  return { id, fired };
}

/** Somebody confirms, again where the drive was lost just then; where nothing is left to be done, it is ended, or left. */
async function press({ app, person }: TestPlant, id: number): Promise<void> {
  const { plan, change } = (await app.restores.shown.detail(id))!;
  if (change?.away) return void (await app.restores.changes.readNow(id, person).catch(() => undefined));
  if (change && plan!.writes.length === 0)
    return void (await app.restores.changes.leave(id, person).catch(() => undefined));
  const seen = await lookThrough({ app, person }, id);
  const confirmed = await app.restores.confirm(id, person, seen).catch(() => undefined);
  if (confirmed && !confirmed.ok && confirmed.trouble.kind === "check-stops")
    await app.restores.end(id, person);
}

function giveBack(plant: TestPlant): void {
  plant.line.plug();
  plant.drive.powerOn();
}

/** What somebody beside the machine does: plugs in, switches on, gives the permission, switches off where it is asked for. */
function helper(plant: TestPlant): () => void {
  // Where it was away already, nobody is told of a second loss: somebody sees the cable lie there all the same.
  plant.line.onFault = () => void setTimeout(() => giveBack(plant), 20);
  return plant.app.events.subscribe((event) => {
    if (event.type === "connection" && event.view.phase === "lost") giveBack(plant);
    if (event.type !== "job") return;
    const { waitsFor, why } = event.view.place;
    if (waitsFor === "permission") plant.drive.givePermission();
    if (waitsFor === "power" && why?.includes("Switch the drive off")) plant.drive.powerOff();
    // The cable may have gone in the very moment of switching off.
    if (waitsFor === "drive" || why?.includes("does not answer any more")) giveBack(plant);
  });
}
