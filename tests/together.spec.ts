import { expect, test } from "./fixtures";
import { at, atCabinet, expectInSightInOneHand, letGoOfAll, openBench, signIn, standIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

/** KL-06 may hold a successor by then: another test carries over to one. */
const ROLLERS = ["KL-01", "KL-02", "KL-03", "KL-04", "KL-05"];

test("the rollers are set alike in one go: looked through together, written side by side, one account of all", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await openBench(page);
  const line = (tag: string): string => tag.toLowerCase();
  for (const [i, tag] of ROLLERS.entries())
    await atCabinet(page, line(tag), tag, "swap", {
      make: { rating: "R-030", firmware: "4.4", serial: `FR26-810${i + 1}` },
      definitionId: "fennimore-rill-4",
    });
  // What is written down about a parameter of one of them is there when it is about to be written.
  const noted = await page.request.post(`/api${at("/positions/KL-02/parameter-notes")}`, {
    data: { definition: "fennimore-rill-4", code: "4r", text: "Below 1.5 s the tiles slip.", seen: "" },
  });
  expect(noted.ok()).toBe(true);
  await page.goto(at("/positions/KL-03/restore"));
  await page.getByRole("link", { name: /^Set all \d twins alike in one go$/ }).click();
  await page.getByRole("checkbox", { name: /^KL-06/ }).uncheck();
  await expectSoundByDayAndNight(page);
  await page.getByRole("button", { name: "Connect and read 5 drives" }).click();
  await page.waitForURL(/\/batches\/\d+/);
  const write = page.getByRole("button", { name: /^Write \d+ parameters? onto 5 drives/ });
  await expect(write).toBeVisible({ timeout: 60_000 });
  await expect(write).toBeDisabled();

  // The machine's name is each one's own; what the odd one out has otherwise is written.
  const apart = page.getByRole("table", { name: /differ|alike/ }).first();
  await expect(apart).toBeVisible();
  await expectInSightInOneHand(page, apart);
  await page.getByText(/will be alike in all of them/).click();
  await expect(page.getByRole("row", { name: /4r Deceleration time/ })).toContainText(
    "Below 1.5 s the tiles slip.",
  );
  await page.getByLabel("At the machines, for all of them").fill("Tom Reid");
  const parts = page.getByRole("button", { name: "Nothing was exchanged" }).first();
  if (await parts.isVisible()) await parts.click();
  for (const tag of ROLLERS) {
    const { serial } = await standIn(page, tag);
    const asked = page.locator(`[data-check="${tag}"]`).getByLabel("Its serial number ends in");
    if (await asked.isVisible()) await asked.fill(serial.slice(-4));
  }
  await expect(write).toBeEnabled();
  await expectSoundByDayAndNight(page);
  await write.click();
  await expect(page.locator('[data-member="KL-01"]')).toContainText(
    "waits for the permission at the keypad",
    {
      timeout: 30_000,
    },
  );
  for (const tag of ROLLERS) await atCabinet(page, line(tag), tag, "give-permission");
  await expect(page.getByText("5 of 5 verified")).toBeVisible({ timeout: 90_000 });
  for (const tag of ROLLERS) {
    await expect(page.locator(`[data-member="${tag}"]`)).toContainText("Verified");
    await expect(
      page.locator(`[data-member="${tag}"]`).getByRole("link", { name: /Receipt \d+/ }),
    ).toBeVisible();
  }
  await expectSoundByDayAndNight(page);
  // The account of all goes out as a file: a line each, with what came of it.
  const href = (await page.getByRole("link", { name: "CSV" }).getAttribute("href"))!;
  const account = await (await page.request.get(href)).text();
  expect(account.trim().split("\r\n")).toHaveLength(6);
  expect(account.match(/,verified,/g)).toHaveLength(5);
  await letGoOfAll(page);
});
