/** The stand-in drives as a thread of the application: its practice plant. Messages are acts or, without one, a look; each is answered with what stands there then. */
import { parentPort, workerData } from "node:worker_threads";
import { readFamilies } from "@/families/read";
import { actAsAsked } from "./control";
import { StandInPlant, type PlantPlan } from "./plant";

const TICK_MS = 200;

const plant = new StandInPlant(workerData as PlantPlan, readFamilies());
await plant.open();
setInterval(() => plant.tick(TICK_MS / 1000, () => Math.random() * 2 - 1), TICK_MS).unref();
parentPort!.on("message", ({ id, act }: { id: number; act?: unknown }) => {
  const refused = act === undefined ? undefined : actAsAsked(plant, act);
  parentPort!.postMessage({ id, refused, drives: plant.view() });
});
