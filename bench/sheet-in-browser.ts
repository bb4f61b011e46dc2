import type { Page } from "@playwright/test";

type Measuring = { rowsAt?: number; frames: number[]; going: boolean };

/** After so long a page has come to rest. */
export const REST_MS = 1500;

/**
 * From the moment a page is asked for until its first rows are to be seen, in ms, as the browser itself says it (W3C Element Timing, `renderTime`): the median of
 * `times`, a fresh page each time, asked for when the one before has come to rest.
 */
export async function firstRows(page: Page, address: string, times: number): Promise<number> {
  await page.addInitScript(() => {
    const seen = window as unknown as Measuring;
    const observer = new MutationObserver(() => {
      const told = [...document.querySelectorAll("[data-code] [role=gridcell]")].filter(
        (each) => each.textContent,
      );
      if (told.length === 0) return;
      observer.disconnect();
      for (const each of told) each.setAttribute("elementtiming", "row");
    });
    observer.observe(document, { subtree: true, childList: true });
    new PerformanceObserver((list) => {
      seen.rowsAt ??= (list.getEntries()[0] as PerformanceEntry & { renderTime: number }).renderTime;
    }).observe({ type: "element", buffered: true });
  });
  const all: number[] = [];
  for (let i = 0; i < times; i++) {
    await page.goto(address);
    await page.waitForFunction(() => (window as unknown as Measuring).rowsAt !== undefined);
    all.push(await page.evaluate(() => (window as unknown as Measuring).rowsAt!));
    await page.waitForTimeout(REST_MS);
  }
  return all.sort((a, b) => a - b)[Math.floor(times / 2)]!;
}

/** The frames while a sheet is scrolled by wheel from its beginning on, in ms, the longest first. */
export async function scrolled(page: Page, steps: number): Promise<number[]> {
  await page.getByRole("grid", { name: "Parameters" }).hover();
  await page.evaluate(() => {
    const seen = window as unknown as Measuring;
    seen.frames = [];
    seen.going = true;
    let last = performance.now();
    // A method: the bundler gives functions names by a helper that the page has not.
    const watch = {
      next(now: number): void {
        seen.frames.push(now - last);
        last = now;
        if (seen.going) requestAnimationFrame((each) => watch.next(each));
      },
    };
    requestAnimationFrame((now) => watch.next(now));
  });
  for (let i = 0; i < steps; i++) await page.mouse.wheel(0, 600);
  const frames = await page.evaluate(() => {
    const seen = window as unknown as Measuring;
    seen.going = false;
    return seen.frames;
  });
  // The first says only when it was begun.
  return frames.slice(1).sort((a, b) => b - a);
}
