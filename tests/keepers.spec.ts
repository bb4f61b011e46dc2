import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, lookThrough, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("a controller writes its own values at its start: said before, compared after, and named; an option key bound to the old drive is listed", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await page.goto(at("/positions/KL-02/checks"));
  await page
    .getByLabel("Who writes its values by itself, and when")
    .fill("The line controller, at its start");
  const keys = page.getByLabel("Option keys and licences");
  await keys.fill("Fast positioning; FR-GONE; 31.12.2026");
  await page.getByRole("button", { name: "Keep the lists" }).click();
  await expect(page.getByText(/“31.12.2026” is no day/)).toBeVisible();
  await keys.fill("Fast positioning; FR-GONE; 2199-12-31");
  await page.getByRole("button", { name: "Keep the lists" }).click();
  await expect(page.getByText("Kept. They stand on the receipts")).toBeVisible();
  await expectSoundByDayAndNight(page);

  await atCabinet(page, "kl-02", "KL-02", "swap", {
    make: { rating: "R-030", firmware: "4.4", serial: "FR26-8020" },
  });
  await atCabinet(page, "kl-02", "KL-02", "give-permission");
  await connect(page, "KL-02");
  await page.getByRole("link", { name: /Restore record/ }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  await expect(page.getByText("Fast positioning is bound to FR-GONE, not to this drive")).toBeVisible({
    timeout: 60_000,
  });
  await lookThrough(page, "FR26-8020");
  await page.getByRole("button", { name: /Write \d+ parameters?/ }).click();
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(
    page.getByText("Not done yet: compare it once more after the controller's next start"),
  ).toBeVisible();
  await expectSoundByDayAndNight(page);
  const receipt = page.url();
  await page.goto(at("/shift"));
  await expect(page.getByText(/KL-02 .*not compared again after the start/)).toBeVisible();

  await page.goto(receipt);
  await atCabinet(page, "kl-02", "KL-02", "change", { code: "1r", raw: 333 });
  await page.getByRole("button", { name: "It has started: read the drive and compare" }).click();
  await expect(page.getByText("After the controller's start it was otherwise than restored")).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText(/1 of \d+ settings otherwise than in record \d+: 1r/)).toBeVisible();
  await page.getByLabel("Live line").getByRole("link").first().click();
  await expect(
    page.getByText("The likeliest author writes into it by itself: The line controller, at its start"),
  ).toBeVisible();
  await letGoOfAll(page);
  // What the controller wrote goes with the power: the drive is as restored for whoever comes next.
  await atCabinet(page, "kl-02", "KL-02", "power-off");
  await atCabinet(page, "kl-02", "KL-02", "power-on");
});
