import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";

/** Every main view, in the demo plant. */
const VIEWS = [
  "/",
  "/positions/KL-04",
  "/bench",
  "/compare?c=KL-01:standing&c=KL-04:standing",
  "/families",
  "/families/fennimore-rill-4",
  "/families/import",
  "/inventory",
  "/journal",
  "/cabinet",
  "/positions/KL-04/restore",
];

test.describe.configure({ mode: "parallel" });

for (const path of VIEWS)
  test(`${path} has no accessibility fault that a machine can find, by day and by night`, async ({
    page,
  }) => {
    await signIn(page);
    await page.goto(at(path));
    await expect(page.getByLabel("Live line")).toBeVisible();
    await expectSound(page, (axe) => axe.withTags(["wcag2a", "wcag2aa"]));
    await page.getByRole("button", { name: "Switch to night" }).click();
    await expectSound(page, (axe) => axe.withRules(["color-contrast"]));
  });

/** A long list's rows are made alike: its first ones are looked at. */
async function expectSound(page: Page, rules: (axe: AxeBuilder) => AxeBuilder): Promise<void> {
  // No page has frames of others: legacy mode spares the page that would put their results together.
  const axe = new AxeBuilder({ page }).setLegacyMode().exclude("tr:nth-child(n+25)");
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
