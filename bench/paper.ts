import type { Paper } from "@/core/paper";
import { printPaper } from "@/server/paper";
import { medianMs, type Figure } from "./measure";

const ROWS = 1000;
const GROUPS = 20;
const TIMES = 3;
const LOOK_MS = 5;

/** A paper of 1,000 parameters as PDF, and how long the program's own thread was held up by it at most. */
export async function measurePaper(): Promise<Figure[]> {
  const columns = [
    { title: "Code", width: 2, mono: true },
    { title: "Parameter", width: 4 },
    { title: "Record", width: 4, mono: true },
    { title: "Default", width: 4, mono: true },
  ];
  const parts = Array.from({ length: GROUPS }, (_, g) => ({
    title: `Group ${g + 1}`,
    columns,
    rows: Array.from({ length: ROWS / GROUPS }, (_, i) => [
      `P${g}.${i}`,
      `Parameter ${i}`,
      `${i}.50 Hz`,
      "0.00 Hz",
    ]),
  }));
  const paper: Paper = { title: "Bench", about: "", facts: [], cautions: [], parts, foot: "Bench" };
  let longest = 0;
  let last = performance.now();
  const look = setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last - LOOK_MS);
    last = now;
  }, LOOK_MS);
  const ms = await medianMs(TIMES, async () => {
    const made = await printPaper(paper, { lines: ["Bench"] }, "now");
    if (!made.ok) throw new Error(made.trouble.text);
  });
  clearInterval(look);
  return [
    {
      what: `A paper of ${ROWS.toLocaleString("en")} parameters as PDF`,
      value: ms,
      unit: "ms",
      limit: `aim 2000 ms; the program's own thread held up for at most ${longest.toFixed(0)} ms`,
    },
  ];
}
