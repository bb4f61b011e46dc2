import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn, standIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

/** The fan whose last values were never made permanent. */
const FAN = { line: "kiln-air", tag: "KL-08" };

test("volatile values are listed and given up by a power-off; others are made permanent; a reset says first what it does, and is put back", async ({
  page,
}) => {
  await signIn(page);
  // The position's own list, gone through at the end on the receipt.
  await page.goto(at(`/positions/${FAN.tag}`));
  await page.getByRole("link", { name: "Its own lists" }).click();
  await page
    .getByLabel(/^Acceptance/)
    .fill("Direction of rotation\nDeceleration from 50 Hz, s:\nEmergency stop");
  await page.getByRole("button", { name: "Keep the lists" }).click();
  await expect(page.getByText(/Written by Ines Varga/)).toBeVisible();
  await letGoOfAll(page);
  await connect(page, FAN.tag);
  const memories = page.getByRole("region", { name: "Memories" });
  await expect(memories).toContainText("2 values would be gone after a power-off");
  expect((await standIn(page, FAN.tag)).volatile).toBe(true);

  // Given up: the page says which, waits for hands at the cabinet, and a pulled cable is no power-off.
  await memories.getByRole("button", { name: "Give up by a power-off ..." }).click();
  const list = page.getByRole("table", { name: "What will be otherwise" });
  await expect(list).toContainText("Acceleration time");
  await expect(list).toContainText("26.00 s");
  await expectSoundByDayAndNight(page);
  const go = page.getByRole("button", { name: "Wait for the power-off" });
  await expect(go).toBeDisabled();
  await page.getByLabel("At the machine").fill("Tom Reid");
  await go.click();
  await expect(page.getByText(/Wait 60 s, then switch it on again/)).toBeVisible();
  await expect(page.getByLabel("Live line")).toContainText("waits to be switched off and on");
  await atCabinet(page, FAN.line, FAN.tag, "pull");
  await expect(page.getByText(/It does not answer any more/)).toBeVisible({ timeout: 20_000 });
  await atCabinet(page, FAN.line, FAN.tag, "plug");
  await expect(page.getByText(/it was not off, or not for long enough/)).toBeVisible({ timeout: 20_000 });
  await atCabinet(page, FAN.line, FAN.tag, "power-off");
  await expect(page.getByText(/It does not answer any more/)).toBeVisible({ timeout: 20_000 });
  await atCabinet(page, FAN.line, FAN.tag, "power-on");
  await page.getByRole("link", { name: /^Open receipt/ }).click({ timeout: 30_000 });
  await expect(page.getByRole("heading", { name: /^Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByText("Given up by a power-off: 2 of 2 values read as foreseen")).toBeVisible();
  expect((await standIn(page, FAN.tag)).volatile).toBe(false);
  const acceptance = page.getByRole("region", { name: "Acceptance" });
  const sign = acceptance.getByRole("button", { name: "I have gone through it" });
  await acceptance.getByLabel("Direction of rotation").check();
  await acceptance.getByRole("textbox", { name: "Deceleration from 50 Hz, s:" }).fill("1.8");
  await expect(sign).toBeDisabled();
  await acceptance.getByLabel("Why one line is left out").fill("No permit for it tonight.");
  await expectSoundByDayAndNight(page);
  await sign.click();
  await expect(acceptance).toContainText("2 of 3, 1 left out. No permit for it tonight.");
  await expect(acceptance).toContainText("1.8");

  // A reset: what it does beside the values is said before it is asked for.
  await page.goBack();
  await page.getByLabel("Live line").getByRole("link", { name: FAN.tag }).click();
  await expect(memories).toContainText("Nothing is volatile");
  await expect(memories.getByRole("button", { name: /Make permanent/ })).toBeHidden();
  await memories.getByRole("button", { name: "Factory reset ..." }).click();
  await expect(page.getByText(/reset: it answers at its factory address 1/)).toBeVisible();
  await page.getByLabel("At the machine").fill("Tom Reid");
  await page.getByRole("button", { name: "Reset to the factory's values" }).click();
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, FAN.line, FAN.tag, "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole("button", { name: "Put back what was there before" }).click();
  await page.getByLabel("At the machine").fill("Tom Reid");
  await page.getByRole("button", { name: /^Write \d+ parameters?/ }).click();
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });

  await page.goto(at(`/positions/${FAN.tag}`));
  const time = page.getByRole("list", { name: "Records in time" });
  await expect(time).toContainText("given up by a power-off, verified");
  await expect(time).toContainText("reset to the factory's values, verified");
  await letGoOfAll(page);
});
