import type { Page } from "@playwright/test";
import { expect, test } from "./fixtures";
import {
  at,
  atCabinet,
  connect,
  expectInSightInOneHand,
  letGoOfAll,
  signIn,
  signInAs,
  standIn,
} from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

/** Goes over from a connected drive to changing values on it. */
async function goOver(page: Page, tag: string): Promise<void> {
  await connect(page, tag);
  await page.keyboard.press("d");
  await page.waitForURL(/\/restore\/\d+/);
  await expect(
    page.getByRole("heading", { name: new RegExp(`You change the drive itself: ${tag}`) }),
  ).toBeVisible();
  await expect(page.getByText("Nothing waits to be written.")).toBeVisible();
}

/** Puts a value on the list. */
async function wish(page: Page, code: string, typed: string, why = ""): Promise<void> {
  await page.getByLabel("Find in this sheet").fill(code);
  await page.locator(`[data-code="${code}"]`).click();
  if (why) await page.getByLabel(`Why ${code} is changed`).fill(why);
  await page.getByLabel(`Value of ${code}`).fill(typed);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "To be written" })).toContainText(code);
}

/** Says who stands at the machine, and writes what is on the list. */
async function write(page: Page, tag: string, counted: string): Promise<void> {
  await page.getByRole("button", { name: `Write ${counted} ...` }).click();
  const dialog = page.getByRole("dialog");
  await expectInSightInOneHand(page, dialog.getByRole("table", { name: "What is written" }));
  const plate = dialog.getByLabel("Its serial number ends in");
  if (await plate.isVisible()) await plate.fill((await standIn(page, tag)).serial.slice(-4));
  await dialog.getByLabel("At the machine").fill("Tom Reid");
  const turning = dialog.getByLabel("I have looked: the motor turns");
  if (await turning.isVisible()) await turning.check();
  await dialog.getByRole("button", { name: `Write ${counted}`, exact: true }).click();
}

test("values are changed on the drive itself: collected, seen, written to its running memory, given up by a power-off, and left with a receipt", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  await goOver(page, "KL-05");
  const sent = page.getByRole("region", { name: "Sent to the drive" });
  await wish(page, "1r", "3,5 s", "the hose jumps");
  // Nothing of it is in the drive before somebody says so.
  await expect(page.locator('[data-code="1r"] [role="gridcell"]').filter({ hasText: "3.50" })).toHaveCount(1);
  expect((await standIn(page, "KL-05")).volatile).toBe(false);
  await expectSoundByDayAndNight(page);

  // Who may only look sees what is done, and cannot do it.
  const context = await browser.newContext({ baseURL });
  const reader = await context.newPage();
  await signInAs(reader, "per@tarnhollow.example");
  await reader.goto(page.url());
  await expect(reader.getByRole("heading", { name: /The drive itself is being changed/ })).toBeVisible();
  await expect(reader.getByRole("list", { name: "To be written" })).toContainText("3.50 s");
  await expect(reader.getByRole("button", { name: /^Write/ })).toBeDisabled();

  await write(page, "KL-05", "1 value");
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-05", "KL-05", "give-permission");
  await expect(sent).toContainText("In the drive: read back and equal.");
  await expect(sent).toContainText("the hose jumps");
  await expect(reader.getByRole("region", { name: "Sent to the drive" })).toContainText("3.50 s");
  await context.close();
  expect((await standIn(page, "KL-05")).volatile).toBe(true);
  await expect(page.getByLabel("Live line")).toContainText("values are changed on it");

  // A list at a drive is no draft of the desk: its address leads here.
  await page.goto(at("/positions/KL-05"));
  await page.getByRole("link", { name: "Change on the drive" }).first().click();
  await page.waitForURL(/\/restore\/\d+/);

  await atCabinet(page, "kl-05", "KL-05", "power-off");
  await expect(page.getByText("The drive does not answer; it is looked for by itself.")).toBeVisible();
  await atCabinet(page, "kl-05", "KL-05", "power-on");
  await expect(page.getByText("The drive was away since it was read.")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Write/ })).toBeDisabled();
  await page.getByRole("button", { name: "Read it again" }).click();
  // What the power-off took stands on the list again, and is left as it is now.
  const list = page.getByRole("list", { name: "To be written" });
  await expect(list).toContainText("3.50 s");
  await list.getByRole("button", { name: "Leave it as it is" }).click();
  await expect(page.getByText("Nothing waits to be written.")).toBeVisible();

  // A preset goes onto the list as a whole, seen first; a group goes back to its default so, the whole drive does not.
  await page.keyboard.press("s");
  const several = page.getByRole("dialog");
  await several.getByRole("radio", { name: "Back to the factory default" }).click();
  await expect(several.getByLabel("Within").getByRole("option", { name: "the whole drive" })).toHaveCount(0);
  await several.getByRole("radio", { name: "A preset" }).click();
  await several.getByLabel("Preset").selectOption({ label: "Speed from a 4 to 20 mA loop" });
  await several.getByRole("button", { name: "Show what would change" }).click();
  await several.getByLabel("Why").fill("the loop is wired");
  await several.getByRole("button", { name: /^Put \d values? on the list$/ }).click();
  await expect(list).toContainText("the loop is wired");
  for (let left = await list.getByRole("listitem").count(); left > 0; left--) {
    await list.getByRole("button", { name: "Leave it as it is" }).first().click();
    await expect(list.getByRole("listitem")).toHaveCount(left - 1);
  }
  await expect(page.getByText("Nothing waits to be written.")).toBeVisible();

  await page.getByRole("button", { name: "Leave the drive ..." }).click();
  await page.getByRole("button", { name: "Read everything, and leave" }).click();
  await expect(page.getByText("This is over.")).toBeVisible({ timeout: 30_000 });
  await page.getByRole("link", { name: /^Receipt \d+/ }).click();
  await expect(page.getByRole("heading", { name: /Receipt \d+/ })).toBeVisible();
  await expect(page.getByText("Changed on the drive").first()).toBeVisible();
  await letGoOfAll(page);
});

test("while the motor turns only what the drive takes then is written, once somebody has looked", async ({
  page,
}) => {
  await signIn(page);
  await goOver(page, "GL-03");
  await atCabinet(page, "glaze", "GL-03", "give-permission");
  await atCabinet(page, "glaze", "GL-03", "start");
  await expect(page.getByLabel("Live line")).toContainText("motor turns");
  // Bits: as the drive holds them is not how they are typed.
  await wish(page, "7t", "0x1");
  await page.getByRole("button", { name: "Write 1 value ..." }).click();
  await expect(page.getByRole("dialog")).toContainText("taken only while it stands");
  await expect(page.getByRole("button", { name: "Write 1 value", exact: true })).toBeDisabled();
  await page.getByRole("button", { name: "Not yet" }).click();
  await page.getByRole("button", { name: "Leave it as it is" }).click();
  await wish(page, "1r", "6 s");
  await write(page, "GL-03", "1 value");
  await expect(page.getByRole("region", { name: "Sent to the drive" })).toContainText("read back and equal");
  // A look counts once: for the next value somebody looks again, whoever stands there is known.
  await wish(page, "1r", "6.5 s");
  await page.getByRole("button", { name: "Write 1 value ..." }).click();
  await expect(page.getByLabel("I have looked: the motor turns")).not.toBeChecked();
  await expect(page.getByLabel("At the machine")).toHaveValue("Tom Reid");
  await page.getByRole("button", { name: "Not yet" }).click();
  await atCabinet(page, "glaze", "GL-03", "stop");
  await expect(page.getByLabel("Live line")).not.toContainText("motor turns");
  await page.getByRole("button", { name: "Leave the drive ..." }).click();
  await page.getByRole("button", { name: "Put back what was there before" }).click();
  await page.waitForURL((url) => /\/restore\/\d+/.test(url.pathname));
  await expect(page.getByText("1 to write").first()).toBeVisible();
  await page.getByLabel("At the machine").fill("Tom Reid");
  const plate = page.getByLabel("Its serial number ends in");
  if (await plate.isVisible()) await plate.fill((await standIn(page, "GL-03")).serial.slice(-4));
  await page.getByRole("button", { name: "Write 1 parameter" }).click();
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await letGoOfAll(page);
});
