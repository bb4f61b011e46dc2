import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect } from "./fixtures";

/** No accessibility fault that a machine can find, by day; no contrast too low by night either. It is day again afterwards. */
export async function expectSoundByDayAndNight(page: Page): Promise<void> {
  // What fades in or out while it is looked at has no contrast of its own.
  await page.emulateMedia({ reducedMotion: "reduce" });
  await expectSound(page, (axe) => axe.withTags(["wcag2a", "wcag2aa"]));
  await page.getByRole("button", { name: "Switch to night" }).click();
  await expectSound(page, (axe) => axe.withRules(["color-contrast"]));
  await page.getByRole("button", { name: "Switch to day" }).click();
  await page.emulateMedia({ reducedMotion: null });
}

/** A long list's rows are made alike: its first ones are looked at. */
export async function expectSound(page: Page, rules: (axe: AxeBuilder) => AxeBuilder): Promise<void> {
  // No page has frames of others: legacy mode spares the page that would put their results together.
  const axe = new AxeBuilder({ page })
    .setLegacyMode()
    .exclude("tr:nth-child(n+25)")
    .exclude("li:nth-child(n+25)");
  const { violations } = await rules(axe).analyze();
  expect(
    violations.map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map((node) => node.html.slice(0, 140))
          .join(" | ")}`,
    ),
  ).toEqual([]);
}
