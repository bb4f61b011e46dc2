import { expect, test } from "./fixtures";
import { at, connect, letGoOfAll, openBench, signInAs } from "./helpers";

test("two people do a round together: one lets it run, the other walks to what was not reached, and both see it", async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, "tomas@tarnhollow.example");
  await openBench(page);
  await page.goto(at("/rounds"));
  await page.getByLabel(/Pressing/).check();
  await page.getByLabel("Its name").fill("Pressing, both of us");
  await page.getByRole("button", { name: "Begin with 3 positions" }).click();
  await expect(page.getByRole("heading", { name: "Pressing, both of us" })).toBeVisible();
  await expect(page.getByRole("status").first()).toContainText("3 left");

  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const other = await context.newPage();
  await signInAs(other, "marta@tarnhollow.example");
  await other.goto(page.url());
  await expect(other.getByRole("status").first()).toContainText("3 left");
  // One of the three is recorded by hand, by the other.
  await connect(other, "PR-01");
  await other.getByRole("button", { name: /Record into PR-01/ }).click();
  const first = page.getByRole("listitem").filter({ hasText: "PR-01" });
  await expect(first).toContainText("Marta Okoye");
  await expect(first).toContainText(/changed|unchanged/);

  await page.getByRole("button", { name: "Record what can be reached" }).click();
  await expect(page.getByRole("status").first()).toContainText("0 left", { timeout: 60_000 });
  await other.goto(page.url());
  await expect(other.getByRole("status").first()).toContainText("0 left");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "CSV" }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^round-\d+\.csv$/);
  await page.getByRole("button", { name: "End the round" }).click();
  await expect(page.getByText(", ended")).toBeVisible();
  await letGoOfAll(page);
  await context.close();
});

test("with one cable, on a phone: whoever it is plugged into shows up by himself, and is kept on a press", async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  const page = await context.newPage();
  await signInAs(page, "tomas@tarnhollow.example");
  await openBench(page);
  await page.goto(at("/rounds"));
  await page.getByLabel(/Kiln/).check();
  await page.getByLabel("Its name").fill("Kiln, by hand");
  await page.getByRole("button", { name: /^Begin with/ }).click();
  await expect(page.getByRole("heading", { name: "Kiln, by hand" })).toBeVisible();
  await page.getByLabel("With one cable").selectOption({ label: "Kiln roller 5" });
  await page.getByRole("button", { name: "Walk with it" }).click();
  const cable = page.getByRole("region", { name: "At the cable" });
  await expect(cable.getByRole("status")).toContainText("KL-05", { timeout: 20_000 });
  await expect(page.getByRole("main").getByRole("listitem").filter({ hasText: "KL-05" })).toContainText(
    "left",
  );
  await cable.getByRole("button", { name: "Record into KL-05" }).click({ timeout: 20_000 });
  await expect(cable).toContainText("It is recorded. Move the cable on to the next drive.");
  await expect(page.getByRole("main").getByRole("listitem").filter({ hasText: "KL-05" })).toContainText(
    /changed/,
  );
  await cable.getByRole("button", { name: "Stop walking" }).click();
  await expect(cable).toHaveCount(0);
  await page.getByRole("button", { name: "End the round" }).click();
  await letGoOfAll(page);
  await context.close();
});
