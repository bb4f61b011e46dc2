import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("the stacker's program is lost with its drive, put back from its kept file, and started by somebody who has looked", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await atCabinet(page, "sort-can", "SO-02", "swap", {
    make: { rating: "P-06", firmware: "2.4", serial: "AP26-9001" },
  });
  await connect(page, "SO-02");
  const program = page.getByRole("region", { name: "Its own program" });
  await expect(program).toContainText("no program is present; not enabled; not running");
  await expect(program).toContainText("SO-02-program-7.bin");
  await expectSoundByDayAndNight(page);
  await program.getByRole("button", { name: "Put it on ..." }).click();
  await page.waitForURL(/\/restore\/\d+/);
  const on = page.getByRole("button", { name: "Put it on", exact: true });
  await expect(on).toBeDisabled({ timeout: 60_000 });
  await expect(
    page
      .getByText(/is whole and of this family/)
      .or(page.getByText(/fine: its program/))
      .first(),
  ).toBeVisible();
  await page.getByLabel("At the machine").fill("Tom Reid");
  await expectSoundByDayAndNight(page);
  await on.click();
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByRole("definition").filter({ hasText: "SO-02-program-7.bin" })).toBeVisible();

  // It is not enabled in a fresh drive: starting it is refused with the reason, before anything is sent.
  await page.getByLabel("Live line").getByRole("link").first().click();
  await expect(program).toContainText("A kept file is the same.");
  await program.getByRole("button", { name: "Start its program ..." }).click();
  await page.waitForURL(/\/restore\/\d+/);
  await expect(page.getByText(/It is not enabled: the drive does not start it/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText("Starting it can move the machine").first()).toBeVisible();
  await expect(page.getByRole("button", { name: "Start it", exact: true })).toBeDisabled();
  await page.getByRole("button", { name: "End without doing it" }).click();
  await expect(page.getByText("Ended before anything was done to the drive.").first()).toBeVisible();
  await page.goto(at("/positions/SO-02"));
  await expect(page.getByText(/Receipt \d+: its program put on, verified/i).first()).toBeVisible();
  await letGoOfAll(page);
});
