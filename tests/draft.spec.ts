import { expect, test } from "./fixtures";
import { at, atCabinet, connect, letGoOfAll, signIn, signInAs, standIn } from "./helpers";
import { expectSound, expectSoundByDayAndNight } from "./sound";

test("a draft is begun, changed by the keyboard alone, seen by a second person at once, and entered as a record", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  await page.goto(at("/positions/GL-01"));
  await page.keyboard.press("d");
  await page.getByLabel("What it is for").fill("Gentler start");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/drafts\/\d+$/);
  await expect(page.getByText("It is in no drive.")).toBeVisible();
  const changes = page.getByRole("list", { name: "Changes" });

  // From the sheet into the value and back, never with the mouse.
  await page.keyboard.press("f");
  await page.keyboard.type("1r");
  await page.keyboard.press("Tab");
  const grid = page.getByRole("grid", { name: "Parameters" });
  await grid.focus();
  await page.keyboard.press("ArrowDown");
  while ((await grid.locator('[aria-selected="true"]').getAttribute("data-code")) !== "1r")
    await page.keyboard.press("ArrowDown");
  await expect(page.getByLabel("Value of 1r")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Value of 1r")).toBeFocused();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("2,5 min");
  await page.keyboard.press("Enter");
  await expect(changes.getByRole("listitem")).toContainText(["150.00 s"]);
  await expect(grid).toBeFocused();
  await expectSoundByDayAndNight(page);

  // What is no number is said at the value, and nothing is changed.
  await grid.focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("quick");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "is not a number" })).toBeVisible();
  await page.keyboard.press("Escape");

  const context = await browser.newContext({ baseURL });
  const other = await context.newPage();
  await signInAs(other, "tomas@tarnhollow.example");
  await other.goto(page.url());
  await expect(other.getByRole("list", { name: "Changes" })).toContainText("150.00 s");
  await page.keyboard.press("u");
  await expect(changes).toHaveCount(0);
  await expect(other.getByText("Its changes will stand here.")).toBeVisible();
  await page.keyboard.press("y");
  await expect(other.getByRole("list", { name: "Changes" })).toContainText("150.00 s");
  await context.close();

  await page.getByRole("button", { name: "Enter as a record ..." }).click();
  await page.getByLabel("What it is for").fill("The hose jumped.");
  await page.getByRole("button", { name: "Enter it" }).click();
  await page.waitForURL(/\/positions\/GL-01\?record=\d+$/);
  await expect(page.getByText("Entered from a draft, never read from a drive")).toBeVisible();
  await expect(page.getByText("The hose jumped.")).toBeVisible();
});

test("a draft behind its drive: a preset with its whole list first, then brought up to date, what both changed decided by a person", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-04?record=5"));
  await page.getByRole("button", { name: "Begin a draft" }).click();
  await page.getByLabel("What it is for").fill("Behind");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/drafts\/\d+$/);
  const changes = page.getByRole("list", { name: "Changes" });
  await page.getByRole("button", { name: "Several at once ..." }).click();
  await page.getByLabel("Preset").selectOption({ label: "Commanded by the network" });
  await page.getByRole("button", { name: "Show what would change" }).click();
  await expect(
    page.getByRole("dialog").getByRole("row").filter({ hasText: "Network" }).first(),
  ).toBeVisible();
  await expectSound(page);
  await page.getByLabel("Why").fill("the line took over");
  await page.getByRole("button", { name: /Change \d+ values in the draft/ }).click();
  await expect(changes).toContainText("the line took over");

  await page.getByLabel("Find in this sheet").fill("4r");
  await page.locator('[data-code="4r"]').click();
  await page.getByLabel("Value of 4r").fill("2 s");
  await page.keyboard.press("Enter");
  await expect(changes).toContainText("2.00 s");
  await page.getByRole("button", { name: "Bring it up to date ..." }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("1 value to decide");
  await expect(dialog.getByRole("button", { name: "Bring it up to date" })).toBeDisabled();
  await dialog.getByRole("radio", { name: /draft 2.00 s/ }).check();
  await dialog.getByRole("button", { name: "Bring it up to date" }).click();
  await expect(page.getByText(/from record 7/)).toBeVisible();
  await expect(changes.getByRole("listitem").filter({ hasText: "Deceleration time" })).toContainText(
    "1.20 s",
  );
  await page.getByRole("button", { name: "Give up" }).click();
  await page.getByRole("button", { name: "Give it up" }).click();
  await page.waitForURL(/positions\/KL-04/);
});

test("a draft from a type plate is settled at the drive: read since, put onto that record, what both have otherwise decided by a person", async ({
  page,
}) => {
  await signIn(page);
  // Its page offers that only where there is no record yet; another program may ask for it anywhere.
  const begun = await page.request.post(`/api${at("/positions/GL-02/drafts/plate")}`, {
    data: { plate: { definition: "fennimore-rill-4", rating: "R-030" }, title: "The new pump" },
  });
  const { value } = (await begun.json()) as { value: { id: number } };
  const draft = at(`/drafts/${value.id}`);
  await page.goto(draft);
  await expect(page.getByText(/from a type plate: Rill 3 kW, firmware not known yet/)).toBeVisible();
  await page.getByLabel("Find in this sheet").fill("1r");
  await page.locator('[data-code="1r"]').click();
  await page.getByLabel("Value of 1r").fill("7 s");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Changes" })).toContainText("7.00 s");

  await atCabinet(page, "glaze", "GL-02", "change", { code: "9r", raw: 155 });
  await connect(page, "GL-02");
  await page.getByRole("button", { name: "Record into GL-02" }).click();
  await expect(page.getByText(/Recorded as record \d+/)).toBeVisible();
  await letGoOfAll(page);
  await page.goto(draft);
  await page.getByRole("button", { name: "Bring it up to date ..." }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("The draft began from a type plate");
  await expectSound(page);
  for (const mine of await dialog.getByRole("radio", { name: /^draft/ }).all()) await mine.check();
  await dialog.getByRole("button", { name: "Bring it up to date" }).click();
  await expect(page.getByText(/from record \d+/)).toBeVisible();
  await expect(page.getByRole("list", { name: "Changes" }).getByRole("listitem")).toHaveCount(1);
  await expect(page.getByRole("button", { name: "Bring it up to date ..." })).toBeHidden();
  await page.getByRole("button", { name: "Give up" }).click();
  await page.getByRole("button", { name: "Give it up" }).click();
  await page.waitForURL(/positions\/GL-02/);
});

test("a draft is written to the drive that is connected: seen line by line, verified, and the drive is let go", async ({
  page,
}) => {
  await signIn(page);
  await connect(page, "KL-05");
  await page.goto(at("/positions/KL-05"));
  await page.keyboard.press("d");
  await page.getByLabel("What it is for").fill("A gentler start");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/drafts\/\d+$/);
  await page.getByLabel("Find in this sheet").fill("1r");
  await page.locator('[data-code="1r"]').click();
  await page.getByLabel("Why 1r is changed").fill("the hose jumps");
  await page.getByLabel("Value of 1r").fill("7 s");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("list", { name: "Changes" })).toContainText("7.00 s");
  await page.getByRole("button", { name: /^Write it to / }).click();
  await page.getByRole("button", { name: /Enter it, and write it to / }).click();
  await page.waitForURL(/\/restore\?/);
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  await page.waitForURL(/\/restore\/\d+/);
  await expect(page.getByText("1 to write").first()).toBeVisible();
  await expect(page.getByLabel("At the machine")).toBeVisible();
  const plate = page.getByLabel("Its serial number ends in");
  if (await plate.isVisible()) await plate.fill((await standIn(page, "KL-05")).serial.slice(-4));
  await page.getByLabel("At the machine").fill("Tom Reid");
  await page.getByRole("button", { name: "Write 1 parameter" }).click();
  await expect(page.getByText("Waiting for the permission to be given at the keypad")).toBeVisible();
  await atCabinet(page, "kl-05", "KL-05", "give-permission");
  await page.getByRole("link", { name: /Open receipt/ }).click({ timeout: 60_000 });
  await expect(page.getByRole("heading", { name: /Receipt \d+: Verified/ })).toBeVisible();
  await page.getByLabel("Live line").getByRole("button", { name: "Let go" }).click();
  await expect(page.getByText("No drive is connected.")).toBeVisible();
});
