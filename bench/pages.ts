import { chromium, type Page } from "@playwright/test";
import { measureDraftTyping } from "./draft-typing";
import { medianMs, type Figure } from "./measure";
import { firstRows, REST_MS, scrolled } from "./sheet-in-browser";
import { sixthColumn } from "./six-columns";

/** What a page costs: the server's time for a position with 50 records and for a parameter's history over 200, and in the browser a keystroke in a sheet of 5,000 rows. */
export async function measurePages(base: string): Promise<Figure[]> {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: base,
    // As a browser is by itself: where one is imitated, the page that is left is drawn anew before the next.
    ...{ colorScheme: null, reducedMotion: null, forcedColors: null, contrast: null },
  });
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill("bench@example.test");
  await page.getByLabel("Password").fill("for the benchmark");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL((url) => url.pathname !== "/sign-in");
  const serverMs = await medianMs(9, async () => {
    await (await page.request.get("/plants/plant/positions/BENCH-50")).body();
  });
  const historyMs = await medianMs(9, async () => {
    await (
      await page.request.get(
        "/api/plants/plant/families/fennimore-rill-4/parameter?code=6t&tag=BENCH-200&record=200",
      )
    ).body();
  });
  // In a page of its own: what tells there when rows are seen goes on looking at them, and would be measured with what follows.
  const watched = await context.newPage();
  const firstMs = await firstRows(watched, "/plants/plant/positions/BENCH-5000", 5);
  await watched.close();
  await page.goto("/plants/plant/positions/BENCH-5000");
  await page.locator('[data-code="W0"]').waitFor();
  await page.waitForTimeout(REST_MS);
  const frames = await scrolled(page, 100);
  await page.goto("/plants/plant/positions/BENCH-5000");
  await page.locator('[data-code="W0"]').waitFor();
  const keystroke = await keystrokeToPaint(page);
  const sixthMs = await sixthColumn(page);
  const draft = await measureDraftTyping(browser, base);
  await browser.close();
  return [
    { what: "Opening a position with 50 records, server and transfer", value: serverMs, unit: "ms" },
    {
      what: "A parameter in full, with its history over 200 records",
      value: historyMs,
      unit: "ms",
      limit: "aim 50 ms",
    },
    {
      what: "Sheet of 5,000 rows: page asked for to first rows seen",
      value: firstMs,
      unit: "ms",
      limit: "aim 300 ms",
    },
    {
      what: "Sheet of 5,000 rows: longest frame while it is scrolled",
      value: frames[0]!,
      unit: "ms",
      limit: `95th of ${frames.length} ${frames[Math.floor(frames.length * 0.05)]!.toFixed(0)} ms; aim 32 ms`,
    },
    {
      what: "Sheet of 5,000 rows: filter keystroke to paint, median of 100",
      value: keystroke.median,
      unit: "ms",
      limit: "aim 35 ms",
    },
    {
      what: "Sheet of 5,000 rows: filter keystroke to paint, 95th of 100",
      value: keystroke.slow,
      unit: "ms",
      limit: "aim 50 ms",
    },
    {
      what: "Six columns of 5,000: the sixth chosen to its first rows painted",
      value: sixthMs,
      unit: "ms",
      limit: "aim 100 ms",
    },
    ...draft,
  ];
}

/** Types into the sheet's search and measures from each key to the frame in which the rows have changed. */
async function keystrokeToPaint(page: Page): Promise<{ median: number; slow: number }> {
  await page.getByLabel("Find in this sheet").click();
  await page.evaluate(() => {
    const measured: number[] = [];
    (window as unknown as { measured: number[] }).measured = measured;
    document
      .querySelector('input[aria-label="Find in this sheet"]')!
      .addEventListener("beforeinput", (event) => {
        // From the moment the key was pressed to the frame after the rows changed.
        const start = event.timeStamp;
        const grid = document.querySelector('[role="grid"]')!;
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => measured.push(performance.now() - start);
            channel.port2.postMessage(0);
          });
        });
        observer.observe(grid, { subtree: true, childList: true, attributes: true, characterData: true });
      });
  });
  for (let i = 0; i < 50; i++) {
    // Every value shows 5.00, so these digits are the ones that leave some rows and take others away.
    await page.keyboard.press("1234678"[i % 7]!);
    await page.waitForFunction(
      (n) => (window as unknown as { measured: number[] }).measured.length >= n,
      2 * i + 1,
    );
    await page.keyboard.press("Backspace");
    await page.waitForFunction(
      (n) => (window as unknown as { measured: number[] }).measured.length >= n,
      2 * i + 2,
    );
  }
  const measured = await page.evaluate(() => (window as unknown as { measured: number[] }).measured);
  measured.sort((a, b) => a - b);
  return {
    median: measured[Math.floor(measured.length / 2)]!,
    slow: measured[Math.floor(measured.length * 0.95)]!,
  };
}
