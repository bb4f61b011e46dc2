import { expect, test } from "./fixtures";
import {
  at,
  atCabinet,
  connect,
  decideAll,
  expectInSightInOneHand,
  letGoOfAll,
  lookThrough,
  restoreCarried,
  signIn,
  signInAs,
  standIn,
} from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("a drive is recorded, dies, and its replacement is restored and verified", async ({ page }) => {
  await signIn(page);
  await letGoOfAll(page);
  await connect(page, "KL-02");
  await expect(page.getByText("As recorded: all")).toBeVisible();
  await page.getByRole("button", { name: "Record into KL-02" }).click();
  await expect(page.getByText(/Nothing has changed since record \d+; nothing was added/)).toBeVisible();

  await page.goto(at("/positions/KL-02"));
  await expect(page.getByText("the standing record", { exact: false }).first()).toBeVisible();
  await page.getByRole("button", { name: /Not default/ }).click();
  await expect(page.locator('[data-code="2a"]')).toBeVisible();
  await expect(page.locator('[data-code="3a"]')).toHaveCount(0);

  await atCabinet(page, "kl-02", "KL-02", "swap", {
    make: { rating: "R-030", firmware: "4.4", serial: "FR26-7001" },
  });
  await expect(page.getByLabel("Live line")).toContainText("another drive answers", { timeout: 15_000 });
  await page.getByLabel("Live line").getByRole("button", { name: "Let go" }).click();
  await connect(page, "KL-02");
  await expect(page.getByText(/This is not the drive that was fitted here/)).toBeVisible();
  await expect(page.getByText(/of them at the factory default/)).toBeVisible();

  await page.getByRole("link", { name: /Restore record/ }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  const write = page.getByRole("button", { name: /Write \d+ parameters?/ });
  await expect(write).toBeVisible({ timeout: 30_000 });
  await expect(write).toBeDisabled();
  await expectSoundByDayAndNight(page);
  // Rehearsed first, against a stand-in: no drive is written, and one comes back to where one was.
  const plan = page.url();
  await page.getByRole("button", { name: "Rehearse it first" }).click();
  await page.waitForURL(/\/rehearsals\/\d+/);
  await expect(page.getByRole("heading", { name: /would come out as planned/ })).toBeVisible();
  await expect(page.getByText("no drive.", { exact: false }).first()).toBeVisible();
  await expectSoundByDayAndNight(page);
  await page.goto(plan);
  await lookThrough(page, "FR26-7001");
  await expect(write).toBeEnabled();
  const planned = page.getByRole("table", { name: "Plan" });
  await expect(planned).toContainText("4r");
  await expectInSightInOneHand(page, planned);
  await write.click();
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  expect((await standIn(page, "KL-02")).trip).toBe(0);
  // A reload picks the work up again.
  await page.reload();
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-02", "KL-02", "give-permission");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByRole("definition").filter({ hasText: "serial FR26-7001" })).toBeVisible();
  await expect(page.getByRole("definition").filter({ hasText: "Tom Reid" })).toBeVisible();
  await expectSoundByDayAndNight(page);
  expect(await standIn(page, "KL-02")).toMatchObject({ serial: "FR26-7001", volatile: false, trip: 0 });

  await page.goto(at("/journal"));
  await expect(page.getByText(/Restored record \d+ of KL-02 onto drive FR26-7001: verified/)).toBeVisible();
});

test("the cable is pulled half-way: the page says how things stand, and the restore goes on by itself", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/cabinet"));
  await atCabinet(page, "kl-03", "KL-03", "swap", {
    make: { rating: "R-030", firmware: "4.4", serial: "FR26-7002" },
  });
  await connect(page, "KL-03");
  await page.getByRole("link", { name: /Restore record/ }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  const write = page.getByRole("button", { name: /Write \d+ parameters?/ });
  await expect(write).toBeVisible({ timeout: 30_000 });
  await expect(write).toBeDisabled();
  await lookThrough(page, "FR26-7002");
  await expect(write).toBeEnabled();
  await atCabinet(page, "kl-03", "KL-03", "give-permission");
  await write.click();
  await expect(page.getByText(/[1-9]\d* of \d+ parameters written/).first()).toBeVisible();
  await atCabinet(page, "kl-03", "KL-03", "pull");
  await expect(page.getByText(/The drive is lost; it is tried again by itself/)).toBeVisible();
  await expect(page.getByLabel("Live line")).toContainText("lost, trying again");
  await atCabinet(page, "kl-03", "KL-03", "plug");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: "On the way" })).toBeVisible();
});

test("another rating gets nothing written, until the record was carried over to it", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/cabinet"));
  await atCabinet(page, "kl-05", "KL-05", "swap", {
    make: { rating: "R-055", firmware: "4.4", serial: "FR26-7003" },
  });
  await connect(page, "KL-05");
  // Said as soon as it is read, and not advised.
  await expect(page.getByText(/The standing record \d+ cannot be restored onto this drive/)).toBeVisible();
  await expect(page.getByRole("link", { name: /Restore record/ })).toHaveCount(0);
  // Somebody may try all the same.
  const connection = page.url().split("/").pop();
  await page.goto(at(`/positions/KL-05/restore?connection=${connection}`));
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await expect(page.getByText(/say stop: nothing is written/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole("button", { name: /Write \d+ parameters?/ })).toBeDisabled();
  await page.getByRole("button", { name: "End without writing" }).click();
  await expect(page.getByText("Ended before anything was done to the drive.").first()).toBeVisible();
  expect((await standIn(page, "KL-05")).volatile).toBe(false);

  await page.goto(at(`/bench/${connection}`));
  await page.getByRole("link", { name: /^Carry record \d+ over to this drive/ }).click();
  await expect(page.getByRole("button", { name: "Make the draft" })).toBeDisabled();
  const motor = page.locator("[data-carry-row]").filter({ hasText: "motor data" });
  await expect(motor.filter({ hasText: "Rated current" })).toHaveCount(1);
  await decideAll(page);
  // What was decided outlives a reload.
  await page.reload();
  await expect(page.getByText("Nothing is open any more.")).toBeVisible();
  await restoreCarried(page, "FR26-7003");
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-05", "KL-05", "give-permission");
  await expect(page.getByText(/^Verified[.,]/)).toBeVisible({ timeout: 60_000 });
  expect(await standIn(page, "KL-05")).toMatchObject({ serial: "FR26-7003", volatile: false, trip: 0 });
});

test("two windows restoring one drive: the second is told who is at it", async ({ page, browser }) => {
  await signIn(page);
  await connect(page, "KL-01");
  await page.getByRole("link", { name: /Restore record/ }).click();
  const begin = page.getByRole("button", { name: "Read the drive and check" });
  await expect(begin).toBeEnabled();
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signInAs(other, "tomas@tarnhollow.example");
  await other.goto(at("/bench"));
  await other.getByRole("button", { name: /have read this/ }).click();
  await other.goto(at("/positions/KL-01/restore"));
  const second = other.getByRole("button", { name: "Read the drive and check" });
  await expect(second).toBeEnabled();
  await begin.click();
  await page.waitForURL(/\/restore\/\d+/);
  await second.click();
  await expect(other.getByText(/Ines Varga is at this drive since/)).toBeVisible();
  await page.getByRole("button", { name: "End without writing" }).click({ timeout: 30_000 });
  // Left open it would hold the position for the tests that follow.
  await expect(page.getByText("Ended before anything was done to the drive.").first()).toBeVisible();
});
