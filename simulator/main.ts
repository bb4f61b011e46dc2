/** The stand-in drives as a program: `tsx simulator/main.ts PLAN.json CONTROL_PORT`. */
import { readFileSync } from "node:fs";
import { readFamilies } from "@/families/read";
import { serveControl } from "./control";
import { StandInPlant, type PlantPlan } from "./plant";

const TICK_MS = 200;

const [planFile, controlPort] = process.argv.slice(2);
if (!planFile || !controlPort) {
  console.error("Usage: tsx simulator/main.ts PLAN.json CONTROL_PORT");
  process.exit(2);
}
const plan = JSON.parse(readFileSync(planFile, "utf8")) as PlantPlan;
const plant = new StandInPlant(plan, readFamilies());
plant.onLeftOut = (text) => console.log(text);
await plant.open();
await serveControl(plant, Number(controlPort));
setInterval(() => plant.tick(TICK_MS / 1000, () => Math.random() * 2 - 1), TICK_MS);
console.log(`Stand-ins are ready: ${plan.lines.length} lines, control on 127.0.0.1:${controlPort}`);
