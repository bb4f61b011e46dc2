/** Measures on the wire, in the core and in the browser; prints a table and writes bench/results.json. Called by `npm run bench`. */
import { readFileSync, writeFileSync } from "node:fs";
import { cpus } from "node:os";
import { readFamilies } from "@/families/read";
import { measureCarryingOver } from "./carry-over";
import { measureComparing } from "./compare";
import { measureCrowd } from "./crowd";
import { measureFinding } from "./find";
import { measureFormats } from "./format";
import { measureMachine } from "./machine";
import type { Figure } from "./measure";
import { measureOnDisk } from "./on-disk";
import { measurePages } from "./pages";
import { measurePaper } from "./paper";
import { measureRehearsing } from "./rehearse";
import { measureScale } from "./scale";
import { measureTogether } from "./together";
import { measureReading } from "./wire";

const [base, underLoad, pid] = process.argv.slice(2) as [string, string, string];
const families = readFamilies();
const family = (id: string) => families.find((each) => each.id === id)!;
const rill = family("fennimore-rill-4");
const figures: Figure[] = [
  await measureMachine("first"),
  ...(await measureReading(rill, { rating: "R-030", firmware: "4.4", serial: "BENCH" }, 9600)),
  ...(await measureReading(rill, { rating: "R-030", firmware: "4.4", serial: "BENCH" }, 38_400)),
  ...(await measureReading(
    family("oakhanger-hollin-5"),
    { rating: "H-090", firmware: "5.2", serial: "BENCH", options: ["netmod"] },
    19_200,
  )),
  ...(await measureReading(
    family("aldersea-plover-2"),
    { rating: "P-06", firmware: "2.4", serial: "BENCH", axes: 4, modules: [1, 3, 3, 3, 3] },
    0,
  )),
  ...(await measureFinding(families, rill)),
  ...(await measureFormats(rill)),
  ...(await measureComparing(rill)),
  ...(await measureCarryingOver(rill, family("fennimore-runnel-1"), family("oakhanger-hollin-5"))),
  ...(await measureRehearsing([
    { family: rill, rating: "R-030", firmware: "4.4", way: { framing: "rtu", baud: 9600 } },
    {
      family: family("fennimore-runnel-1"),
      rating: "N-055",
      firmware: "2.1",
      way: { framing: "rtu", baud: 19_200 },
    },
    { family: family("oakhanger-hollin-5"), rating: "H-090", firmware: "5.2", way: { framing: "tcp" } },
    {
      family: family("aldersea-plover-2"),
      rating: "P-06",
      firmware: "2.4",
      axes: 4,
      way: { framing: "gateway" },
    },
  ])),
  ...(await measureTogether()),
  ...(await measurePages(base)),
  ...(await measurePaper()),
  ...(await measureOnDisk(rill)),
  ...(await measureScale(base)),
  ...(await measureCrowd(base, Number(pid))),
  ...(JSON.parse(readFileSync(underLoad, "utf8")) as Figure[]),
  await measureMachine("last"),
];
console.log("");
for (const { what, value, unit, limit } of figures)
  console.log(
    `${what.padEnd(68)} ${value.toFixed(value < 10 ? 2 : 0).padStart(8)} ${unit}${limit ? `   (${limit})` : ""}`,
  );
writeFileSync(
  "bench/results.json",
  `${JSON.stringify({ at: new Date().toISOString().slice(0, 10), node: process.version, processors: cpus().length, figures }, null, 2)}\n`,
);
