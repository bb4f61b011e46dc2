import { expect, test } from "./fixtures";
import { atCabinet, signInAs } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

const to = (path: string): string => `/plants/practice-plant${path}`;

test("a practice plant is made, marked on every page, and an exercise on it checks itself up to verified", async ({
  page,
}) => {
  await signInAs(page, "ines@tarnhollow.example");
  await page.goto("/plants/tarn-hollow/people");
  await page.getByRole("button", { name: "Make a practice plant" }).click();
  await page.waitForURL(/practice-plant\/exercises/);
  const exercise = page.getByRole("region", { name: /A drive dies/ });
  const step = exercise.locator("[aria-current=step]");
  await exercise.getByRole("button", { name: "Begin" }).click();
  await expect(step).toContainText("Record the drive that runs");
  await expectSoundByDayAndNight(page);

  for (const path of ["/", "/bench", "/positions/PX-01", "/journal", "/cabinet", "/inventory"]) {
    await page.goto(to(path));
    await expect(page.getByRole("note").filter({ hasText: "Practice plant." })).toBeVisible();
  }
  const connect = async (): Promise<void> => {
    await page.goto(to("/bench"));
    const acknowledge = page.getByRole("button", { name: /have read this/ });
    const button = page.getByRole("button", { name: "Connect PX-01" });
    await expect(acknowledge.or(button)).toBeVisible();
    if (await acknowledge.isVisible()) await acknowledge.click();
    await button.click();
    await page.waitForURL(/\/bench\/.+/);
    await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
  };
  await connect();
  await page.getByRole("button", { name: "Record into PX-01" }).click();
  await expect(page.getByText(/Recorded as record \d+/)).toBeVisible();
  await page.getByRole("link", { name: "Exercises" }).click();
  await expect(step).toContainText("Raise the record");
  await expect(exercise).toContainText(/Record \d+ holds everything of it/);

  await page.goto(to("/positions/PX-01"));
  await page.getByRole("button", { name: "Raise to standing" }).click();
  await page.keyboard.type("It runs well.");
  await page.getByRole("button", { name: "Raise it" }).click();
  await expect(page.getByText("Raised by Ines Varga")).toBeVisible();
  await page.goto(to("/exercises"));
  await step.getByRole("button", { name: /Let it die/ }).click();
  await expect(step).toContainText("Connect the one that stands there now");
  await page.getByLabel("Live line").getByRole("button", { name: "Let go" }).click();
  await connect();
  await expect(page.getByText(/This is not the drive that was fitted here/)).toBeVisible();
  await page.getByRole("link", { name: /Restore record/ }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  await page.getByLabel("At the machine").fill("Tom Reid");
  await page.getByRole("button", { name: /Write \d+ parameters?/ }).click();
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "PX-01", "PX-01", "give-permission");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await page.goto(to("/exercises"));
  await expect(exercise.getByRole("status")).toContainText("The machine runs as before");
  await page.getByLabel("Live line").getByRole("button", { name: "Let go" }).click();
  await expect(page.getByText("No drive is connected.")).toBeVisible();
});
