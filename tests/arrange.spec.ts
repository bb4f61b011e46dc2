import { readFileSync } from "node:fs";
import { expect, test } from "./fixtures";
import { at, signIn, signInAs } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("a position is made, renamed, moved by keyboard, and found by its old tag; two who change it at once see both versions", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  await page.goto(at("/arrange"));
  await page.getByRole("button", { name: /^Body preparation \d/ }).click();
  await page.getByRole("button", { name: "Make a position" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Tag", { exact: true })).toHaveValue("BP-05");
  await dialog.getByLabel("What it drives").fill("Powder lift");
  await dialog.getByRole("button", { name: "Make the position" }).click();
  await expect(page.getByRole("button", { name: "Change BP-05" })).toBeVisible();

  const context = await browser.newContext({ baseURL });
  const other = await context.newPage();
  await signInAs(other, "marta@tarnhollow.example");
  await other.goto(at("/positions/BP-05"));
  await other.getByRole("button", { name: "Change what is said of it" }).click();
  await expect(other.getByLabel("What it drives")).toHaveValue("Powder lift");
  // Meanwhile the first one gives it another tag.
  await page.getByRole("button", { name: "Change BP-05" }).click();
  await dialog.getByLabel("Machine", { exact: true }).fill("Press 2");
  await dialog.getByRole("button", { name: "Keep this" }).click();
  await expect(page.getByText("BP-05 is kept.")).toBeVisible();
  await other.getByLabel("What it drives").fill("Powder lift, left");
  await other.getByRole("button", { name: "Keep this" }).click();
  await expect(other.getByRole("dialog")).toContainText('machine is now "Press 2", and you wrote ""');
  await other.getByRole("button", { name: "Leave it" }).click();
  await context.close();

  await page.getByRole("button", { name: "Change BP-05" }).click();
  await dialog.getByLabel("Tag", { exact: true }).fill("BP-50");
  await dialog.getByLabel("Area", { exact: true }).fill("Sorting");
  await dialog.getByRole("button", { name: "Keep this" }).click();
  await expect(page.getByText("BP-50 is kept.")).toBeVisible();
  await page.goto(at("/positions/BP-05"));
  await page.waitForURL(/\/positions\/BP-50$/);
  await expect(page.getByText("Tonight: not replaceable")).toBeVisible();

  // Retired, it says so wherever something would be done there, before anybody tries.
  const headers = { origin: new URL(page.url()).origin };
  const post = (what: string, data?: object) =>
    page.request.post(`/api${at(`/positions/BP-50/${what}`)}`, { headers, data });
  expect((await post("retire", { why: "The lift was taken down." })).status()).toBe(200);
  for (const path of ["/positions/BP-50/restore", "/positions/BP-50/firmware"]) {
    await page.goto(at(path));
    await expect(page.getByText("BP-50 was retired: The lift was taken down.")).toBeVisible();
  }
  expect((await post("bring-back")).status()).toBe(200);
  await page.goto(at("/positions/BP-50/restore"));
  await expect(page.getByRole("heading", { name: /^Restore BP-50/ })).toBeVisible();
  await expect(page.getByText("was retired")).toHaveCount(0);
});

test("a tag with signs that mean something in an address leads to its position from everywhere", async ({
  page,
}) => {
  const tag = "KL#9+1";
  const rename = async (from: string, to: string): Promise<void> => {
    await page.goto(at(`/positions/${encodeURIComponent(from)}`));
    await page.getByRole("button", { name: "Change what is said of it" }).click();
    const dialog = page.getByRole("dialog");
    await expect(dialog.getByLabel("Tag", { exact: true })).toHaveValue(from);
    await dialog.getByLabel("Tag", { exact: true }).fill(to);
    await dialog.getByRole("button", { name: "Keep this" }).click();
    await page.waitForURL((url) => url.pathname.endsWith(`/positions/${encodeURIComponent(to)}`));
  };
  /** Where links of the page lead that name it; one with a part behind # would lead to another. */
  const links = () =>
    page
      .locator("a")
      .evaluateAll((all) =>
        all.map((each) => (each as HTMLAnchorElement).href).filter((each) => each.includes("KL")),
      );
  await signIn(page);
  await rename("KL-09", tag);
  for (const path of ["/positions/KL%239%2B1", "/journal"]) {
    await page.goto(at(path));
    await expect(page.locator('main a[href*="KL%239%2B1"]').first()).toBeAttached();
    const found = await links();
    expect([path, found.filter((each) => each.includes("KL%239%2B1")).length > 0]).toEqual([path, true]);
    expect([path, found.filter((each) => each.includes("#"))]).toEqual([path, []]);
  }
  await page.goto(at("/positions/KL%239%2B1"));
  await page.getByRole("link", { name: "Restore →" }).click();
  await expect(
    page.getByRole("heading", { name: new RegExp(`Restore.*${tag.replace("+", "\\+")}`) }),
  ).toBeVisible();
  await rename(tag, "KL-09");
});

test("a photo is added to a position, told from its content, and withdrawn with a reason; labels and notes are in the journal", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-05"));
  await page.getByLabel("Add files to KL-05").setInputFiles({
    name: "terminals.pdf",
    mimeType: "application/pdf",
    buffer: readFileSync("docs/screenshots/plant.png"),
  });
  await page.getByRole("button", { name: "Add it" }).click();
  const files = page.getByRole("region", { name: "Files" });
  await expect(files).toContainText("Its name says otherwise, but it is image/png.");
  const shown = await page.request.get(
    new URL((await files.getByRole("link", { name: "terminals.pdf" }).getAttribute("href")) ?? "", page.url())
      .href,
  );
  expect(shown.headers()).toMatchObject({ "content-type": "image/png", "x-content-type-options": "nosniff" });
  expect(shown.headers()["content-security-policy"]).toContain("sandbox");
  await files.getByRole("button", { name: "Withdraw" }).click();
  await page.getByLabel("Why").fill("Wrong cabinet.");
  await page.getByRole("button", { name: "Withdraw it" }).click();
  await expect(files).toContainText("Withdrawn by Ines Varga: Wrong cabinet.");
  await expectSoundByDayAndNight(page);
  await page.getByLabel("Add a label").fill("after service");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Take the label after service off" })).toBeVisible();
  await page.goto(at("/journal?tag=KL-05&kind=label"));
  await expect(page.getByText('Put the label "after service" on record')).toBeVisible();
  await page.goto(at("/labels?tag=KL-05"));
  await expect(page.getByRole("img", { name: "Code that opens KL-05" })).toBeVisible();
});

test("a copy of the ledger is made in use, and a shift is handed over and accepted by name", async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  await page.goto(at("/copies"));
  await page.getByRole("button", { name: "Make a copy now" }).click();
  await expect(page.getByText(/is made and was looked through/)).toBeVisible({ timeout: 60_000 });
  await page.goto(at("/shift"));
  await page.getByLabel("What the next shift has to know").fill("Listen to the bearing of KL-03.");
  await page.getByRole("button", { name: "Hand the shift over" }).click();
  await expect(page.getByText("not accepted yet")).toBeVisible();
  await expect(page.getByRole("button", { name: "I take it over" })).toHaveCount(0);
  const context = await browser.newContext({ baseURL });
  const other = await context.newPage();
  await signInAs(other, "tomas@tarnhollow.example");
  await other.goto(at("/shift"));
  await other.getByRole("button", { name: "I take it over" }).click();
  await expect(other.getByText(/accepted by Tomas Lind/)).toBeVisible();
  // Whoever handed it over sees it without loading again.
  await expect(page.getByText(/accepted by Tomas Lind/)).toBeVisible();
  await context.close();
});

test("several positions are moved to another area at once, and back", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/arrange"));
  const area = (name: string) => page.getByRole("button", { name: new RegExp(`^${name} \\d`) });
  await area("Glazing").click();
  for (const tag of ["GL-02", "GL-03"]) await page.getByLabel(`Choose ${tag}`).check();
  await page.getByLabel("Move 2 positions to").selectOption("Sorting");
  await expect(page.getByText("2 positions stand in Sorting now.")).toBeVisible();
  await expect(page.getByLabel("Choose GL-02")).toBeHidden();
  await area("Sorting").click();
  for (const tag of ["GL-02", "GL-03"]) await page.getByLabel(`Choose ${tag}`).check();
  await page.getByLabel("Move 2 positions to").selectOption("Glazing");
  await expect(page.getByText("2 positions stand in Glazing now.")).toBeVisible();
});
