import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("the plant is asked by what values mean: typed, chosen, kept under a name, and where nobody knows is said", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/"));
  await page.getByRole("link", { name: "Ask the plant" }).click();
  const field = page.getByRole("combobox", { name: "Condition" });
  await field.fill("decel");
  await page.getByRole("button", { name: "Add the condition" }).click();
  await expect(page.getByText(/nothing is compared: type </)).toBeVisible();
  await field.fill("deceleration time < 1500 ms");
  await page.keyboard.press("Enter");
  const answer = page.getByRole("region", { name: "Answer" });
  const holds = answer.getByRole("region", { name: "Where it holds" });
  await expect(holds.getByRole("row").filter({ hasText: "KL-04" })).toContainText("1.2 s");
  await expect(answer.getByRole("region", { name: "Where it cannot be told" })).toBeVisible();
  // A second condition is chosen by its beginning.
  await field.fill("stops by = ra");
  await page.getByRole("option", { name: "Stops by = ramp", exact: true }).click();
  await expect(page.getByRole("list", { name: "Conditions" }).getByRole("listitem")).toHaveCount(2);
  await expect(holds.getByRole("row").filter({ hasText: "KL-04" })).toContainText("ramp");
  await expectSoundByDayAndNight(page);

  await page.getByRole("button", { name: "Keep this question ..." }).click();
  await page.getByLabel("Its name").fill("Hard stops");
  await page.keyboard.press("Enter");
  // Who leaves the page at once takes the question along unkept.
  await expect(page.getByLabel("Its name")).toBeHidden();
  await page.goto(at("/ask"));
  await page.getByRole("button", { name: "Hard stops", exact: true }).click();
  await expect(holds.getByRole("row").filter({ hasText: "KL-04" })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    answer.getByRole("link", { name: "CSV" }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^answer-.*\.csv$/);
  await page.getByRole("button", { name: "Forget Hard stops" }).click();
  await expect(page.getByRole("button", { name: "Hard stops", exact: true })).toBeHidden();

  await answer.getByRole("button", { name: /^Draft 4r at / }).click();
  await expect(page.getByRole("dialog")).toContainText("4r");
});

test("drives of two families stand side by side by what their values mean, with units converted", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/compare?c=KL-01:standing&c=BP-04:standing"));
  const table = page.getByRole("region", { name: "Common quantities" });
  const row = (name: string) => table.getByRole("row").filter({ hasText: name });
  await expect(row("Highest speed")).toContainText("4f");
  await expect(row("Highest speed")).toContainText("H.lim.1");
  await expect(row("Motor, stator resistance").first()).toContainText("Ω");
  await expect(row("Acceleration time").first()).toContainText("from standstill to the rated speed");
  await expect(row("Acceleration time").first()).toContainText("differs by axis or set");
  // Per cent of one thing are not compared with per cent of another.
  await expect(row("Current limit")).toContainText("not the same measure");
  await expect(row("Catches a turning motor")).toContainText("Has none.");
  await page.getByRole("button", { name: /Only what is not alike/ }).click();
  await expect(row("Motor, rated voltage")).toBeHidden();
  await page.getByRole("button", { name: "By what it means" }).click();
  await expect(page.getByText(/Not beside the first: BP-04/)).toBeVisible();
  await expect(page.getByRole("grid", { name: "Parameters" })).toBeVisible();
});
