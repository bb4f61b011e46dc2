import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("terminals say what they do and what they are now; when the cable is out, no state is shown as if it were of now", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-04"));
  await page.getByRole("link", { name: "Terminals" }).click();
  await expect(page.getByRole("heading", { name: "Terminals of KL-04, record 7" })).toBeVisible();
  const row = (name: string) => page.getByRole("row").filter({ hasText: name });
  await expect(row("SWITCH 6")).toContainText("External trip");
  await expect(row("METER")).toContainText("not told");
  await expectSoundByDayAndNight(page);

  await letGoOfAll(page);
  await connect(page, "KL-01");
  const asked = page.waitForResponse((answer) => answer.url().includes("/now?codes="));
  await page.getByLabel("Find in this sheet").fill("dc bus voltage");
  expect(((await (await asked).json()) as { value: { values: unknown[] } }).value.values).toHaveLength(1);
  await page.getByRole("link", { name: "Terminals" }).click();
  await expect(page.getByRole("heading", { name: "Terminals of KL-01" })).toBeVisible();
  await expect(row("SWITCH 1")).toContainText(/off|on/);
  await expect(row("SIGNAL 1")).toContainText(/ (V|mA)/);
  await atCabinet(page, "kl-01", "KL-01", "pull");
  await expect(page.getByText(/The link is lost|not connected/).first()).toBeVisible();
  await expect(row("SWITCH 1")).toBeHidden();
  await atCabinet(page, "kl-01", "KL-01", "plug");
  await expect(row("SWITCH 1")).toBeVisible({ timeout: 20_000 });
  await page.getByLabel("Live line").getByRole("button", { name: "Let go" }).click();
  await expect(page.getByText("This drive is not connected any more.")).toBeVisible();
});
