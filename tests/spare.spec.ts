import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn } from "./helpers";
import { expectSound } from "./sound";

test("a spare is prepared on the workbench, labelled, and fitted at night, all of it on a phone", async ({
  page,
}) => {
  await signIn(page);
  await letGoOfAll(page);
  await page.setViewportSize({ width: 390, height: 844 });
  // The workbench has the kiln's cable for a while.
  await atCabinet(page, "kl-03", "KL-03", "swap", {
    make: { rating: "R-030", firmware: "4.4", serial: "FR26-9100" },
  });
  await connect(page, "KL-03");
  await page.goto(at("/positions/KL-03/restore?spare=1"));
  await expect(page.getByRole("radio", { name: /On the workbench, a spare/ })).toBeChecked();
  await expect(page.getByText("FEED +", { exact: false }).first()).toBeVisible();
  await expectSound(page);
  await page.getByRole("radio", { name: /FR26-9100/ }).check();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  await expect(page.getByText(/A spare on the workbench is prepared for KL-03/)).toBeVisible();
  const write = page.getByRole("button", { name: /Write \d+ parameters?/ });
  await expect(write).toBeVisible({ timeout: 30_000 });
  const plate = page.getByLabel("Its serial number ends in");
  if (await plate.isVisible()) await plate.fill("9100");
  await page.getByLabel("At the machine").fill("Tom Reid");
  await write.click();
  await atCabinet(page, "kl-03", "KL-03", "give-permission");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await expect(page.getByText("prepared for KL-03 on the workbench; it was not fitted.")).toBeVisible();
  await page.getByRole("link", { name: "Its label" }).click();
  await expect(page.getByRole("img", { name: "Code that opens KL-03" })).toBeVisible();
  await expect(page.getByText(/^Record \d+, prepared /)).toBeVisible();
  await expectSound(page);
  await letGoOfAll(page);

  // At night: where one looks for what to do, it says that one lies ready.
  await page.goto(at("/positions/KL-03/restore"));
  await expect(page.getByText(/FR26-9100.*: with record \d+\. Fit it, connect/)).toBeVisible();
  await connect(page, "KL-03");
  await expect(page.getByText(/This is not the drive that was fitted here/)).toBeVisible();
  await expect(page.getByText(/All \d+ settings are as in the standing record/)).toBeVisible();
  await page.getByRole("button", { name: "Record into KL-03" }).click();
  await expect(page.getByText(/Recorded as record \d+|Nothing has changed/).first()).toBeVisible();
  await page.goto(at("/positions/KL-03/restore"));
  await expect(page.getByText("Prepared for it on the workbench")).toHaveCount(0);
  await letGoOfAll(page);
  await page.setViewportSize({ width: 1280, height: 800 });
});
