import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("starting questions: each answer shows at once what it sets, what is not known stays open, and the draft has the reasons", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/GL-03"));
  await page.getByRole("button", { name: "Begin a draft" }).click();
  await page.getByLabel("What it is for").fill("A new cleaner");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/drafts\/\d+$/);
  await page.getByRole("link", { name: "Starting questions" }).click();
  await expect(page.getByRole("heading", { name: "Starting questions for GL-03" })).toBeVisible();
  const put = page.getByRole("button", { name: "Put them into the draft" });
  await expect(put).toBeDisabled();
  const section = (name: string) => page.getByRole("region", { name });
  await page.getByLabel("Kind of load").selectOption({ label: "great inertia" });
  await expect(section("The machine and its load")).toContainText(/sets 2a Load type.*3 · High inertia/);
  await page.getByLabel("Motor, rated current, in A").fill("soon");
  await expect(section("The motor and its feedback")).toContainText('"soon" is not a number.');
  await expect(put).toBeDisabled();
  await page.getByLabel("Motor, rated current, in A").fill("5,2");
  await expect(section("The motor and its feedback")).toContainText("5.20 A");
  const wiring = page.getByLabel("How it is wired");
  await wiring.selectOption({ label: "Started by three wires" });
  await expect(section("Who commands it, and how")).toContainText("A pulse starts, an opened contact stops");
  await expect(section("Who commands it, and how")).toContainText(/sets 10t .*2 · /);
  await wiring.selectOption({ index: 0 });
  await page.getByLabel("Input for an external trip").selectOption({ label: "SWITCH 4 (4t)" });
  await expect(section("Who commands it, and how")).toContainText(/sets 4t Input 4.*11 · External trip/);
  await expect(page.getByRole("status").filter({ hasText: "3 values change" })).toBeVisible();
  await expectSoundByDayAndNight(page);
  await put.click();
  await page.waitForURL(/\/drafts\/\d+$/);
  const changes = page.getByRole("list", { name: "Changes" });
  await expect(changes).toContainText("Motor, rated current: 5,2 A.");
  await expect(changes).toContainText("External trip at SWITCH 4.");
  await page.getByRole("button", { name: "Give up" }).click();
  await page.getByRole("button", { name: "Give it up" }).click();
  await page.waitForURL(/\/positions\/GL-03/);
});
