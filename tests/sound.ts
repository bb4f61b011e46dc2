import type { Page } from "@playwright/test";
import axe, { type RunOptions } from "axe-core";
import { expect } from "./fixtures";

/** No accessibility fault that a machine can find, by day; no contrast too low by night either. It is day again afterwards. */
export async function expectSoundByDayAndNight(page: Page): Promise<void> {
  // What fades in or out while it is looked at has no contrast of its own.
  await page.emulateMedia({ reducedMotion: "reduce" });
  await expectSound(page);
  await page.getByRole("button", { name: "Switch to night" }).click();
  await expectSound(page, { type: "rule", values: ["color-contrast"] });
  await page.getByRole("button", { name: "Switch to day" }).click();
  await page.emulateMedia({ reducedMotion: null });
}

const EVERYTHING: RunOptions["runOnly"] = { type: "tag", values: ["wcag2a", "wcag2aa"] };
/** A long list's rows are made alike: its first ones are looked at. */
const LOOKED_AT = { exclude: [["tr:nth-child(n+25)"], ["li:nth-child(n+25)"]] };

/** What looks for faults is put into a page once, and tells of faults alone: all that is well besides takes it as long again to describe. */
export async function expectSound(page: Page, runOnly: RunOptions["runOnly"] = EVERYTHING): Promise<void> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const faults = await page.evaluate(
    async ({ context, options }) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(context, options);
      return violations.map(({ id, nodes }) => {
        const places = nodes.slice(0, 3).map((node) => node.html.slice(0, 140));
        return `${id}: ${places.join(" | ")}`;
      });
    },
    { context: LOOKED_AT, options: { runOnly, resultTypes: ["violations"] } satisfies RunOptions },
  );
  expect(faults).toEqual([]);
}
