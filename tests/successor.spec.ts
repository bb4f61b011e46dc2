import { expect, test } from "./fixtures";
import {
  at,
  atCabinet,
  connect,
  decideAll,
  letGoOfAll,
  lookThrough,
  restoreCarried,
  signIn,
} from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("a Rill dies and only its successor is in store: carried over by the mapping, decided by keyboard, typed by choice, and verified", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await atCabinet(page, "kl-06", "KL-06", "swap", {
    make: { rating: "N-055", firmware: "1.2", serial: "FN26-8001" },
    definitionId: "fennimore-runnel-1",
  });
  // From the position, over the way that worked: another family is asked about before anything is kept there.
  await page.goto(at("/positions/KL-06"));
  await page
    .getByRole("link", { name: /^Restore/ })
    .first()
    .click();
  await page.getByRole("button", { name: /^Connect over .*; read and check$/ }).click();
  const acknowledge = page.getByRole("button", { name: /have read this/ });
  const leave = page.getByRole("button", { name: "Leave it as it is" });
  await expect(acknowledge.or(leave)).toBeVisible({ timeout: 20_000 });
  if (await acknowledge.isVisible()) await acknowledge.click();
  await expect(
    page.getByText(/KL-06 is noted for the family Fennimore Rill, and this is another, Runnel/),
  ).toBeVisible({
    timeout: 20_000,
  });
  await leave.click();
  await page.getByLabel("Live line").getByRole("link").first().click();
  await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole("link", { name: /^Carry record \d+ over to this drive/ }).click();
  await expect(page.getByRole("heading", { name: "What asks you" })).toBeVisible();
  await expectSoundByDayAndNight(page);
  await expect(page.getByRole("button", { name: "Make the draft" })).toBeDisabled();
  const enable = page.locator("[data-carry-row]").filter({ hasText: "“Enable” has no counterpart" });
  await enable.first().focus();
  await page.keyboard.press("o");
  await enable.first().getByRole("combobox").selectOption({ label: "0 · Not used" });
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(enable.first()).toContainText("0 · Not used");
  await expect(enable.first()).toContainText("typed");
  await decideAll(page);
  await restoreCarried(page, "FN26-8001");
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-06", "KL-06", "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });
  // What the position still says of the drive before is brought up to date in one press.
  await page.getByRole("link", { name: /Open receipt/ }).click();
  const settle = page.getByRole("button", {
    name: /^Raise record \d+ to the standing record, and note Fennimore Runnel/,
  });
  // The account of what was carried over is one press away from the proof.
  await expect(page.getByRole("link", { name: /carried-over\.csv/ })).toBeVisible();
  await expectSoundByDayAndNight(page);
  await settle.click();
  await expect(settle).toHaveCount(0);
  await page.goto(at("/positions/KL-06"));
  await expect(page.getByText(/carried-over\.csv/)).toBeVisible();
  await letGoOfAll(page);
});

test("the successor dies and only an old Rill is left: carried over backwards and verified; then a successor imitates it", async ({
  page,
}) => {
  test.slow();
  await signIn(page);
  await letGoOfAll(page);
  await atCabinet(page, "kl-06", "KL-06", "swap", {
    make: { rating: "R-055", firmware: "4.4", serial: "FR26-8002" },
    definitionId: "fennimore-rill-4",
  });
  await connect(page, "KL-06");
  await page.getByRole("link", { name: /^Carry record \d+ over to this drive/ }).click();
  await expect(page.getByRole("button", { name: "Make the draft" })).toBeDisabled();
  await decideAll(page);
  await restoreCarried(page, "FR26-8002");
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-06", "KL-06", "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole("link", { name: /Open receipt/ }).click();
  await page
    .getByRole("button", { name: /^Raise record \d+ to the standing record, and note Fennimore Rill/ })
    .click();

  // That one dies too. A Runnel answers as a Rill, and gets the record as it is.
  await letGoOfAll(page);
  await atCabinet(page, "kl-06", "KL-06", "swap", {
    make: { rating: "N-055", firmware: "2.1", serial: "FN26-8003" },
    definitionId: "fennimore-runnel-1",
  });
  await connect(page, "KL-06");
  await page.getByRole("button", { name: "Imitate its predecessor ..." }).click();
  const over = page.getByRole("button", { name: "Switch over" });
  await expect(over).toBeDisabled({ timeout: 30_000 });
  await expect(page.getByText("Rill 5.5 kW")).toBeVisible();
  await page.getByLabel("At the machine").fill("Tom Reid");
  await expectSoundByDayAndNight(page);
  await over.click();
  await atCabinet(page, "kl-06", "KL-06", "give-permission");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByText("really a Fennimore Runnel", { exact: false })).toBeVisible();
  await page.getByLabel("Live line").getByRole("link").first().click();
  await expect(page.getByText(/It answers as its predecessor/)).toBeVisible();
  await page.getByRole("link", { name: /Restore record/ }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  const write = page.getByRole("button", { name: /Write \d+ parameters?/ });
  await expect(write).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/Really it is a Fennimore Runnel/)).toBeVisible();
  await lookThrough(page, "FN26-8003");
  await write.click();
  await atCabinet(page, "kl-06", "KL-06", "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });
  await page.goto(at("/positions/KL-06"));
  await page.locator("summary").filter({ hasText: "Tonight:" }).click();
  await expect(page.getByText(/It runs on a Runnel 5.5 kW that imitates its predecessor/)).toBeVisible();
  await expect(page.getByRole("link", { name: "Carry the record over to its own list" })).toBeVisible();
  await letGoOfAll(page);
});
