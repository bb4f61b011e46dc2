import type { Page } from "@playwright/test";
import { expect, test } from "./fixtures";
import { at, connect, letGoOfAll, openBench, signIn } from "./helpers";

/** In one hand; a small window; 1280x800 at 200 % zoom is as wide. */
const SIZES = [
  { width: 390, height: 844 },
  { width: 640, height: 400 },
];
const VIEWS = [
  "/",
  "/positions/KL-04",
  "/bench",
  "/compare?c=KL-01:standing&c=KL-04:standing",
  "/compare?c=KL-01:standing&c=BP-04:standing",
  "/ask?ask=deceleration%20time%20%3C%202%20s",
  "/families",
  "/families/fennimore-rill-4",
  "/inventory",
  "/journal",
  "/interface",
  "/positions/KL-04/restore",
  "/positions/KL-04/firmware",
  "/batches?tags=KL-01,KL-02",
  "/arrange",
  "/people",
];

/** What can be pressed or filled in and reaches beyond the screen; a sheet and a table scroll by themselves. */
function beyond(): string[] {
  return [...document.querySelectorAll("main :is(button, a, input, select, textarea)")].flatMap((each) => {
    const { width, height, left, right } = each.getBoundingClientRect();
    const out = width > 0 && height > 0 && (left < -1 || right > window.innerWidth + 1);
    return out && !each.closest('[role="grid"], [role="table"], table') ? [each.textContent] : [];
  });
}

/** What scrolls by itself and has hardly any height to do so: nobody gets through it with a thumb. */
function squeezed(): string[] {
  return [...document.querySelectorAll("main, main *")].flatMap((each) => {
    const scrolls = /auto|scroll/.test(getComputedStyle(each).overflowY);
    const { clientHeight, scrollHeight, tagName, className } = each;
    const little = clientHeight < 100 && scrollHeight > clientHeight + 40;
    return scrolls && little && tagName !== "TEXTAREA" ? [`${tagName} ${className}`] : [];
  });
}

/** What stands on the screen reaches no further than it, and leaves a sheet that one can read. */
async function expectWithin(page: Page, path: string): Promise<void> {
  for (const size of SIZES) {
    await page.setViewportSize(size);
    // A page that was another size a moment ago may be drawn once more.
    await expect(async () => {
      const seen = await page.evaluate(() => ({
        wide: document.documentElement.scrollWidth - document.documentElement.clientWidth,
        head: document.querySelector("header")!.getBoundingClientRect().height,
        grid: document.querySelector('[role="grid"]')?.getBoundingClientRect().height ?? 999,
      }));
      expect([path, size, seen.wide, seen.head < 70, seen.grid > 180]).toEqual([path, size, 0, true, true]);
      expect([path, size, await page.evaluate(beyond)]).toEqual([path, size, []]);
      expect([path, size, await page.evaluate(squeezed)]).toEqual([path, size, []]);
    }).toPass({ timeout: 5000 });
  }
}

test("nothing is out of reach in one hand or a small window: one line of masthead, no page wider than the screen, a sheet one can read", async ({
  page,
}) => {
  await signIn(page);
  await connect(page, "KL-06");
  const drive = new URL(page.url()).pathname;
  // Values are changed on it: a page of its own while that goes on.
  const begun = await page.request.post(`/api${at("/operations")}`, {
    data: { connection: drive.split("/").at(-1), operation: "change" },
    headers: { origin: new URL(page.url()).origin },
  });
  const { value } = (await begun.json()) as { value: { id: number } };
  const change = at(`/restore/${value.id}`);
  await page.goto(change);
  await expect(page.getByText("Nothing waits to be written.")).toBeVisible();
  for (const path of [...VIEWS.map(at), drive, change]) {
    await page.setViewportSize(SIZES[0]!);
    await page.goto(path);
    await expect(page.getByLabel("Live line")).toBeVisible();
    const grid = page.getByRole("grid", { name: "Parameters" });
    if (/KL-04$|KL-04:standing$|rill-4|\/bench\/.|\/restore\/\d/.test(path)) await expect(grid).toBeVisible();
    await expectWithin(page, path);
  }
  for (const size of SIZES) {
    await page.setViewportSize(size);
    // Everything the masthead has is behind its menu.
    await page.getByRole("button", { name: "Places and person" }).click();
    await expect(page.getByRole("link", { name: "Journal" })).toBeVisible();
    await expect(page.getByRole("button", { name: "Sign out" })).toBeInViewport();
    await page.keyboard.press("Escape");
    // In one hand code, name and value are in sight, and what stands beside with the row in hand.
    await page.goto(at("/compare?c=KL-01:standing&c=KL-04:standing"));
    const row = page.locator("[data-code]").first();
    // A row can be seen before the page's program runs, and forgets a touch until then.
    await expect(async () => {
      await row.click();
      await expect(row).toHaveAttribute("aria-selected", "true", { timeout: 1000 });
    }).toPass();
    const box = (await row.getByRole("gridcell").nth(3).boundingBox())!;
    expect(box.x + box.width).toBeLessThanOrEqual(size.width);
    if (size.width < 640) await expect(page.getByText(/KL-04 record \d+, standing:/)).toBeVisible();
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(change);
  await page.getByRole("button", { name: "Leave the drive ..." }).click();
  await page.getByRole("button", { name: "Leave it" }).click();
  await expect(page.getByText("Ended before anything was done to the drive.")).toBeVisible();
  await letGoOfAll(page);
});

test("in one hand the bench leads to the ways that worked, and what came of asking comes into sight", async ({
  page,
  plant,
}) => {
  await page.setViewportSize(SIZES[0]!);
  await signIn(page);
  await openBench(page);
  const ways = page.getByRole("heading", { name: /^Ways that worked/ });
  await expect(ways).not.toBeInViewport();
  await page.getByRole("link", { name: "Connections, and ways that worked" }).click();
  await expect(ways).toBeInViewport();
  await page.getByLabel(/^Host/).fill("127.0.0.1");
  await page.getByLabel("Port", { exact: true }).fill(String(15031 + plant.shift));
  await page.getByLabel("From address").fill("200");
  await page.getByLabel(/^To address/).fill("200");
  await page.getByRole("button", { name: "Look for drives" }).click();
  await expect(page.getByRole("heading", { name: /^Search done/ })).toBeInViewport();
  await page.getByRole("button", { name: "Put away" }).click();
  await page.getByLabel("Port", { exact: true }).fill("9");
  await page.getByRole("button", { name: "Connect", exact: true }).first().click();
  await expect(page.getByRole("heading", { name: /^Not connected/ })).toBeInViewport();
  await page.getByRole("button", { name: "Use settings" }).first().click();
  await expect(page.getByLabel(/^Host/)).toBeInViewport();
});
