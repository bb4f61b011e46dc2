import type { Browser, Page } from "@playwright/test";
import type { Figure } from "./measure";

const ROUNDS = 20;
const TAG = "BENCH-5000";
/** A quick typist; keys without any pause between them would wait for each other's frame. */
const KEY_MS = 60;

type Measuring = { painted: number[]; keptAt: number[]; seenAt: number[] };

/** Two people in one draft of 5,000 parameters: what a key costs the one while the other types too, and when a value that is kept stands on the other's page. */
export async function measureDraftTyping(browser: Browser, base: string): Promise<Figure[]> {
  const [one, other] = await Promise.all([signedInPage(browser, base), signedInPage(browser, base)]);
  const draft = await begun(one);
  for (const page of [one, other]) {
    await page.goto(`/plants/plant/drafts/${draft}`);
    await page.locator('[data-code="W0"]').waitFor();
  }
  await watch(one, "W1");
  await watch(other, "W1");
  for (let i = 0; i < ROUNDS; i++) await Promise.all([enter(one, "W1", i), enter(other, "W3", i)]);
  const [mine, theirs] = await Promise.all([one, other].map(taken));
  const painted = [...mine!.painted, ...theirs!.painted].sort((a, b) => a - b);
  const late = mine!.keptAt.map((at, i) => theirs!.seenAt[i]! - at).sort((a, b) => a - b);
  await Promise.all([one, other].map((each) => each.context().close()));
  return [
    {
      what: "A draft of 5,000 rows while a second person types: key to paint, 95th",
      value: painted[Math.floor(painted.length * 0.95)]!,
      unit: "ms",
      limit: `median of ${painted.length} ${painted[Math.floor(painted.length / 2)]!.toFixed(0)} ms; aim 50 ms`,
    },
    {
      what: "The same: a value kept by one until it stands on the other's page, 95th",
      value: late[Math.floor(late.length * 0.95)]!,
      unit: "ms",
      limit: `median of ${late.length} ${late[Math.floor(late.length / 2)]!.toFixed(0)} ms; aim 500 ms`,
    },
  ];
}

async function signedInPage(browser: Browser, baseURL: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill("bench@example.test");
  await page.getByLabel("Password").fill("for the benchmark");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL((url) => url.pathname !== "/sign-in");
  return page;
}

async function begun(page: Page): Promise<number> {
  const answer = await page.request.post(`/api/plants/plant/positions/${TAG}/drafts`, {
    headers: { origin: new URL(page.url()).origin },
    data: { record: 6, title: "Two at once" },
  });
  return ((await answer.json()) as { value: { id: number } }).value.id;
}

/** Notes when a key in the value's field is painted, when Enter keeps it, and when the row of a code says something else. */
async function watch(page: Page, code: string): Promise<void> {
  await page.evaluate((row) => {
    const seen: Measuring = { painted: [], keptAt: [], seenAt: [] };
    (window as unknown as { measuring: Measuring }).measuring = seen;
    document.addEventListener("beforeinput", ({ timeStamp }) =>
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => seen.painted.push(performance.now() - timeStamp);
        channel.port2.postMessage(0);
      }),
    );
    document.addEventListener("keydown", ({ key, target }) => {
      if (key === "Enter" && (target as HTMLElement).hasAttribute("data-value")) seen.keptAt.push(Date.now());
    });
    let last = document.querySelector(`[data-code="${row}"]`)!.textContent;
    new MutationObserver(() => {
      const now = document.querySelector(`[data-code="${row}"]`)?.textContent;
      if (now === undefined || now === last) return;
      last = now;
      seen.seenAt.push(Date.now());
    }).observe(document.querySelector('[role="grid"]')!, {
      subtree: true,
      childList: true,
      characterData: true,
    });
  }, code);
}

async function enter(page: Page, code: string, round: number): Promise<void> {
  const field = page.getByLabel(`Value of ${code}`, { exact: true });
  await page.locator(`[data-code="${code}"]`).click();
  await field.click();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type(`${round + 6}.25`, { delay: KEY_MS });
  await page.keyboard.press("Enter");
  await page
    .locator(`[data-code="${code}"]`)
    .filter({ hasText: `${round + 6}.25` })
    .waitFor();
}

const taken = (page: Page): Promise<Measuring> =>
  page.evaluate(() => (window as unknown as { measuring: Measuring }).measuring);
