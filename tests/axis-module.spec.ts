import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("the module of one axis is exchanged: it is named, its axis is restored alone, and the other three are proved untouched", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await connect(page, "SO-02");
  await expect(page.getByText("exchanged in part")).toHaveCount(0);
  await page.getByRole("button", { name: "Record into SO-02" }).click();
  await expect(page.getByText(/nothing was added|Kept as record \d+/i).first()).toBeVisible();

  // While it is connected somebody puts another module in: it is not taken for the same rack.
  await atCabinet(page, "sort-can", "SO-02", "swap-module", { axis: 2 });
  await atCabinet(page, "sort-can", "SO-02", "power-on");
  await expect(page.getByText(/Modules of rack .* were exchanged meanwhile/).first()).toBeVisible({
    timeout: 20_000,
  });
  await letGoOfAll(page);
  await connect(page, "SO-02");
  const notice = page.getByText("The rack was exchanged in part since it was read last.");
  await expect(notice).toBeVisible();
  await expect(page.getByText(/Slot 3, Axis module 6 A \(axis 2\): another one/).first()).toBeVisible();
  await expectSoundByDayAndNight(page);

  await page.getByRole("link", { name: "Restore axis 2 alone" }).click();
  await expect(page.getByText("Axis 2 alone, since its module was exchanged.")).toBeVisible();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  const write = page.getByRole("button", { name: /Write \d+ parameters?/ });
  await expect(write).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole("radio", { name: "axis 2 alone" })).toBeChecked();
  await expect(
    page
      .getByText(/the shared bus is ready/)
      .or(page.getByText(/what the axes share/))
      .first(),
  ).toBeAttached();
  // The rack is the same one, so nobody is asked for its plate; nor what was exchanged.
  await page.getByLabel("At the machine").fill("Tom Reid");
  await expect(write).toBeEnabled();
  await write.click();
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 90_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByText(/axis 2 alone/i).first()).toBeVisible();
  await expect(page.getByText(/settings outside/i).first()).toBeVisible();
  await page.goto(at("/positions/SO-02"));
  await letGoOfAll(page);
});
