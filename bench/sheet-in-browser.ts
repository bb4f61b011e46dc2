import type { Page } from "@playwright/test";

type Measuring = { rowsAt: number; frames: number[]; going: boolean };

const REST_MS = 1500;

/** From the moment a page is asked for until its first rows are painted, in ms: the median of `times`, a fresh page each time, asked for when the one before has come to rest. */
export async function firstRows(page: Page, address: string, times: number): Promise<number> {
  await page.addInitScript(() => {
    const seen = window as unknown as Measuring;
    const observer = new MutationObserver(() => {
      if (!document.querySelector("[data-code]")) return;
      observer.disconnect();
      // Behind the frame in which they are painted.
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => (seen.rowsAt = performance.now());
        channel.port2.postMessage(0);
      });
    });
    observer.observe(document, { subtree: true, childList: true });
  });
  const all: number[] = [];
  for (let i = 0; i < times; i++) {
    await page.goto(address);
    await page.waitForFunction(() => (window as unknown as Measuring).rowsAt > 0);
    all.push(await page.evaluate(() => (window as unknown as Measuring).rowsAt));
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
