/** Measures on the wire, in the core and in the browser; prints a table and writes bench/results.json. Called by `npm run bench`. */
import { writeFileSync } from "node:fs";
import { cpus } from "node:os";
import { readFamilies } from "@/families/read";
import { measureComparing } from "./compare";
import type { Figure } from "./measure";
import { measurePages } from "./pages";
import { measureReading } from "./wire";

const base = process.argv[2]!;
const rill = readFamilies().find((each) => each.id === "fennimore-rill-3")!;
const figures: Figure[] = [...(await measureReading(rill)), ...(await measureComparing(rill)), ...(await measurePages(base))];
console.log("");
for (const { what, value, unit, limit } of figures) console.log(`${what.padEnd(68)} ${value.toFixed(value < 10 ? 2 : 0).padStart(8)} ${unit}${limit ? `   (${limit})` : ""}`);
writeFileSync("bench/results.json", `${JSON.stringify({ at: new Date().toISOString().slice(0, 10), node: process.version, processors: cpus().length, figures }, null, 2)}\n`);
