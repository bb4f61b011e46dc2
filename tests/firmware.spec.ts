import { expect, test } from "./fixtures";
import { at, atCabinet, decideAll, letGoOfAll, openBench, restoreCarried, signIn, standIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

// Whatever came of it: others of this worker's plant look for the drive as it was.
test.afterEach(async ({ page }) => {
  await letGoOfAll(page);
  await atCabinet(page, "glaze-rtu", "GL-06", "update", { firmware: "1.8" });
});

test("a firmware is changed by its vendor's means: recorded before, recognised after, what only one of the two has is seen, carried over and verified", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await openBench(page);
  const { serial } = await standIn(page, "GL-06");
  await page.goto(at("/positions/GL-06/firmware"));
  await page.getByRole("button", { name: /^Record \d+ is the record of before$/ }).click();
  await page.waitForURL(/before=/);
  const guide = page.url();

  // The other program does its work, here at the stand-in's cabinet.
  await page.goto(at("/cabinet"));
  await page.locator('[data-tag="GL-06"]').getByRole("button", { name: "Change its firmware" }).click();
  await page.getByLabel("Firmware", { exact: true }).fill("2.1");
  await page.getByRole("button", { name: "Put it on" }).click();
  await expect(page.locator('[data-tag="GL-06"]')).toContainText("2.1");
  // It has set a value to another default.
  await atCabinet(page, "glaze-rtu", "GL-06", "change", { code: "RA101", raw: 77_000 });

  await page.goto(guide);
  await page.getByRole("button", { name: /^Connect it again/ }).click();
  await expect(page.getByText("firmware 1.8 → 2.1")).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(`the same drive, serial ${serial}; a definition fits`)).toBeVisible();
  await expectSoundByDayAndNight(page);
  await expect(page.getByLabel("Live line")).toContainText("connected");

  // Whatever only one of them has stands there, and is a difference.
  await page.getByRole("link", { name: /^Compare record \d+ with the drive$/ }).click();
  const grid = page.getByRole("grid", { name: "Parameters" });
  await expect(grid.locator('[data-code="MO321"]')).toContainText("not in GL-06 in the drive");
  await expect(grid.locator('[data-code="AP207"]')).toContainText(/not in GL-06 record \d+/);
  await expect(grid.locator('[data-code="RA101"]')).toContainText("77.000");
  await expectSoundByDayAndNight(page);

  await page.goto(guide);
  await page.getByRole("link", { name: /^Carry record \d+ over to firmware 2.1$/ }).click();
  await expect(page.getByRole("heading", { name: "What asks you" })).toBeVisible();
  await decideAll(page);
  // Two settings are new in this firmware: the record could not get them.
  await restoreCarried(page, serial, true);
  await atCabinet(page, "glaze-rtu", "GL-06", "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });
  await page.goto(guide);
  await expect(page.getByText("1 restored since")).toBeVisible();
});
