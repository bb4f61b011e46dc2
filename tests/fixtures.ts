import { test as base, type BrowserContext, type Page } from "@playwright/test";
import { plantOf, type WorkersPlant } from "./plants";

/**
 * Playwright's `test`, in the plant of the worker it runs in. Its browser is one that has been here before: it keeps the program's files, compiled, from test to test, which
 * halves what a page costs; and a still page stays open, so that the next test's page runs in a process that is warm, which halves it again. What belongs to a person is
 * taken from it after each test: who is signed in, and what their pages remember.
 */
export const test = base.extend<
  { baseURL: string; plant: WorkersPlant },
  { kept: BrowserContext; still: Page }
>({
  plant: async ({}, provide, { parallelIndex }) => provide(plantOf(parallelIndex)),
  baseURL: async ({ plant }, provide) => provide(addressOf(plant)),
  kept: [
    async ({ browser }, provide, { parallelIndex }) => {
      const kept = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        baseURL: addressOf(plantOf(parallelIndex)),
      });
      await provide(kept);
      await kept.close();
    },
    { scope: "worker" },
  ],
  still: [
    async ({ kept }, provide) => {
      const still = await kept.newPage();
      await still.goto("/icon.svg");
      await provide(still);
    },
    { scope: "worker" },
  ],
  context: async ({ kept }, provide) => provide(kept),
  page: async ({ kept, still, baseURL }, provide) => {
    const page = await kept.newPage();
    await provide(page);
    const storage = await kept.newCDPSession(page);
    await storage.send("Storage.clearDataForOrigin", {
      origin: baseURL,
      storageTypes: "cookies,local_storage,indexeddb,service_workers,cache_storage",
    });
    await Promise.all(kept.pages().map((each) => each !== still && each.close()));
  },
});

const addressOf = (plant: WorkersPlant): string => `http://127.0.0.1:${plant.port}`;

export { expect } from "@playwright/test";
