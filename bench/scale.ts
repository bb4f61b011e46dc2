import { FEW_POSITIONS, POSITIONS, RECORDS_EACH } from "./large-plant";
import { medianMs, type Figure } from "./measure";

/** Pages and ways in that are judged at every size, by their place within a plant. */
export const PLACES: Array<[what: string, page: string]> = [
  ["The plant's page", ""],
  ["The inventory", "/inventory"],
  ["Choosing what to compare", "/compare"],
  ["The journal", "/journal"],
  ["The shift", "/shift"],
];
export const WAYS: Array<[what: string, way: string]> = [
  ["100 positions of the list, narrowed by a word", "/positions?find=drive+1&from=0&count=100"],
  ["100 drives of the inventory, sorted", "/inventory?sort=serial&from=0&count=100"],
  ["The search", "/search?q=Drive+12"],
  [
    "A parameter at the other positions of a family",
    "/families/fennimore-rill-4/elsewhere?code=1r&held=5.00%20s&but=A-0001",
  ],
  [
    "A question of two conditions to the whole plant",
    "/ask?ask=deceleration+time+%3C+2+s%3B+brake+resistor+in+use+%3D+yes&of=newest",
  ],
];
const TIMES = 15;

/** Signs in and gives the cookie that says so. */
export async function signedIn(base: string): Promise<string> {
  const answer = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ email: "bench@example.test", password: "for the benchmark" }),
  });
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(";")[0])
    .join("; ");
}

/** What pages and ways in cost with 200 and with 2,000 positions, each with 20 records; at most 1.5 times as much is aimed at. */
export async function measureScale(base: string): Promise<Figure[]> {
  const cookie = await signedIn(base);
  const cost = async (path: string): Promise<{ ms: number; kB: number }> => {
    let bytes = 0;
    const ask = async (): Promise<void> => {
      bytes = (await (await fetch(base + path, { headers: { cookie } })).arrayBuffer()).byteLength;
    };
    await ask();
    return { ms: await medianMs(TIMES, ask), kB: bytes / 1024 };
  };
  const figures: Figure[] = [];
  for (const [what, place, isPage] of [
    ...PLACES.map(([title, page]) => [title, page, true] as const),
    ...WAYS.map(([title, way]) => [title, way, false] as const),
  ]) {
    const at = (slug: string): string => (isPage ? `/plants/${slug}${place}` : `/api/plants/${slug}${place}`);
    const few = await cost(at("small"));
    const many = await cost(at("plant"));
    figures.push({
      what: `${what}, ${POSITIONS} positions with ${RECORDS_EACH} records each`,
      value: many.ms,
      unit: "ms",
      limit: `${few.ms.toFixed(0)} ms at ${FEW_POSITIONS}; ${many.kB.toFixed(0)} kB; aim 100 ms, and 1.5 times`,
    });
  }
  return figures;
}
