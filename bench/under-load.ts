/**
 * What reading and a stop cost while others reload heavy pages: `tsx bench/under-load.ts FOLDER PORT`. The application runs in this very
 * process, so that its links can be asked at any importance; the stand-ins and the browsers run in processes of their own.
 */
import { spawn, type ChildProcess } from "node:child_process";
import { writeFileSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import next from "next";
import type { LinkSettings } from "@/core/link";
import { readFamilies } from "@/families/read";
import { application, type Application } from "@/server/application";
import { IMPORTANCE } from "@/server/link";
import { acknowledgeLiveWork } from "@/server/people";
import type { Figure } from "./measure";
import { standIns } from "./stand-ins";
import { wireLimitMs } from "./wire-limit";

const [folder, port] = process.argv.slice(2) as [string, string];
const base = `http://127.0.0.1:${port}`;
const FIRST = 15_900;
const MANY = 36;
const BAUD = 9600;
const UNIT = 1;
const rill = readFamilies().find((each) => each.id === "fennimore-rill-4")!;
const WIRE = wireLimitMs(rill, BAUD, { connecting: true });

// The site listens on and has ears of its own for what goes wrong: what fails here ends the process all the same.
process.on("uncaughtException", (error) => {
  console.error(error);
  process.exit(1);
});
const site = next({ dev: false, dir: process.cwd() });
await site.prepare();
const handle = site.getRequestHandler();
const server = createServer((asked, answer) => void handle(asked, answer)).listen(Number(port), "127.0.0.1");
const app = await application();
const cookie = await signIn();
const person = { id: (await app.db.query.user.findFirst())!.id, name: "Bench", sessionId: "under-load" };
await acknowledgeLiveWork(app.db, person, new Date());

const stop = await standIns({
  lines: Array.from({ length: MANY }, (_, i) => ({
    id: `many-${i}`,
    title: `many ${i}`,
    port: FIRST + i,
    baud: BAUD,
    kind: "rtu-over-tcp" as const,
    gateway: false,
    drives: [
      {
        definitionId: rill.id,
        tag: `MANY-${i}`,
        rating: "R-030",
        firmware: "4.4",
        serial: `MANY-${i}`,
        unit: UNIT,
      },
    ],
  })),
});

let unanswered = 0;
const idle = median(await times(5, () => readOne(0)));
const idleStops = await stopTimes(200);
const clients = [reload("/plants/plant"), reload("/plants/plant/inventory")];
await Promise.all(clients.map((each) => each.first));
const loaded = median(await times(5, () => readOne(0)));
const loadedStops = await stopTimes(200);
const pages = await Promise.all(clients.map((each) => each.end()));
const started = performance.now();
await Promise.all(Array.from({ length: MANY }, (_, i) => readOne(i)));
const many = performance.now() - started;

const figures: Figure[] = [
  {
    what: `Connecting to a Rill at ${BAUD} baud, until all is read, through the application`,
    value: idle,
    unit: "ms",
    limit: `wire ${WIRE.toFixed(0)} ms, who it is and how it stands included, ratio ${(idle / WIRE).toFixed(2)}, aim 1.2`,
  },
  {
    what: "The same while two clients reload the plant and the inventory of 2,000 positions",
    value: loaded,
    unit: "ms",
    limit: `ratio to idle ${(loaded / idle).toFixed(2)}, aim 1.1; a page took ${pages.map((each) => each.toFixed(0)).join(" and ")} ms`,
  },
  {
    what: "A stop-priority question beside a reading, 99th of 200, idle",
    value: percentile(idleStops, 0.99),
    unit: "ms",
    limit:
      "aim 100 ms; the line allows 97: 99 of 100 wait at most 66 ms for the frame that is on it, and take 30",
  },
  {
    what: "The same while two clients reload, 99th of 200",
    value: percentile(loadedStops, 0.99),
    unit: "ms",
    limit: `aim 100 ms; median ${median(loadedStops).toFixed(0)} ms${unanswered > 0 ? `; ${unanswered} of all not answered in time` : ""}`,
  },
  {
    what: `Connecting to ${MANY} drives on lines of their own at once, until all are read`,
    value: many,
    unit: "ms",
    limit: `ratio to one ${(many / idle).toFixed(2)}, aim 2`,
  },
];
writeFileSync(join(folder, "under-load.json"), JSON.stringify(figures));
await stop();
server.close();
await app.close();
process.exit(0);

function linkOf(i: number): LinkSettings {
  return { kind: "modbus-rtu-over-tcp", host: "127.0.0.1", port: FIRST + i };
}

/** Connects, waits until all is read, lets go; the time until all was read. */
async function readOne(i: number): Promise<number> {
  const begun = performance.now();
  const id = await connect(app, i);
  await whenRead(app, id);
  const took = performance.now() - begun;
  await app.bench.letGo(id);
  return took;
}

/**
 * Asks the drive one question at the importance of a stop again and again, beside a reading that goes on: how long it took until the drive had
 * answered, as told by the thread that holds the link. A stop has done its work then, whenever a page hears of it.
 */
async function stopTimes(count: number): Promise<number[]> {
  const took: number[] = [];
  while (took.length < count) {
    const id = await connect(app, 0);
    const read = whenRead(app, id);
    let over = false;
    void read.then(() => (over = true));
    while (!over && took.length < count) {
      const knocked = await app.links.ask("knock", {
        link: linkOf(0),
        unit: UNIT,
        importance: IMPORTANCE.stop,
      });
      if (!knocked.ok) throw new Error(knocked.trouble.text);
      // One that is not answered in time (the machine stood still) has waited so long at least, and is told.
      if (!knocked.value.answered) unanswered += 1;
      took.push(knocked.value.ms);
      // At moments spread over two of the longest frames, of 74 ms: a pause that is always as long would meet them all at the same place.
      await new Promise((resolve) => setTimeout(resolve, ((took.length * 0.618) % 1) * 148));
    }
    await app.bench.letGo(id);
  }
  return took;
}

async function connect({ bench }: Application, i: number): Promise<string> {
  const connected = await bench.connect(person, 1, { link: linkOf(i), unit: UNIT });
  if (!connected.ok) throw new Error(connected.trouble.text);
  return connected.value.id;
}

function whenRead({ bench, events }: Application, id: string): Promise<void> {
  return new Promise((resolve) => {
    const leave = events.subscribe(look);
    function look(): void {
      if (bench.find(id)?.reading?.phase !== "done") return;
      leave();
      resolve();
    }
    look();
  });
}

async function signIn(): Promise<string> {
  const answer = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ email: "bench@example.test", password: "for the benchmark" }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(";")[0])
    .join("; ");
}

/** Reloads a page in a process of its own; `first` is when it was there once, `end` gives the median time. */
function reload(path: string): { first: Promise<void>; end: () => Promise<number> } {
  const child: ChildProcess = spawn(process.execPath, ["bench/reload.mjs", `${base}${path}`, cookie], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  process.once("exit", () => child.kill("SIGKILL"));
  const took: number[] = [];
  const first = new Promise<void>((resolve) =>
    child.stdout!.on("data", (text: Buffer) => {
      took.push(...String(text).trim().split("\n").map(Number));
      resolve();
    }),
  );
  return {
    first,
    end: async () => {
      child.kill("SIGKILL");
      return median(took);
    },
  };
}

async function times(count: number, work: () => Promise<number>): Promise<number[]> {
  const all: number[] = [];
  for (let i = 0; i < count; i++) all.push(await work());
  return all;
}

function median(values: number[]): number {
  return percentile(values, 0.5);
}

function percentile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}
