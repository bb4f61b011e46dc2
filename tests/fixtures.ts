import { test as base } from "@playwright/test";
import { plantOf, type WorkersPlant } from "./plants";

/** Playwright's `test`, in the plant of the worker it runs in. */
export const test = base.extend<{ baseURL: string; plant: WorkersPlant }>({
  plant: async ({}, provide, { parallelIndex }) => provide(plantOf(parallelIndex)),
  baseURL: async ({ plant }, provide) => provide(`http://127.0.0.1:${plant.port}`),
});

export { expect } from "@playwright/test";
