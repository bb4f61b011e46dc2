import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

test("a sheet is searched by value, a row is looked at in full, and the address shows a colleague the same", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-04"));
  const grid = page.getByRole("grid", { name: "Parameters" });
  const rows = grid.locator("[data-code]");
  await page.keyboard.press("f");
  await page.keyboard.type("decelaration < 1500 ms");
  await expect(page.getByRole("status").filter({ hasText: "looked for deceleration" })).toBeVisible();
  await expect(rows).toHaveCount(2);
  await grid.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  const leaf = page.getByRole("region", { name: "Parameter 4r" });
  await expect(leaf).toContainText("Too short without a brake resistor");
  // Every value it had here, with who and why; and what it is at its twins.
  const history = leaf.getByRole("region", { name: "What it was here" });
  await expect(history.getByRole("listitem").filter({ hasText: "Less heat at low speed." })).toContainText(
    "1.20 s",
  );
  await expect(history.getByRole("listitem").filter({ hasText: "1.80 s" }).first()).toBeVisible();
  await leaf.getByRole("button", { name: "At other positions" }).click();
  await expect(leaf.getByRole("region", { name: "At other positions" })).toContainText("KL-03");
  await expectSoundByDayAndNight(page);
  await page.waitForURL(/find=decelaration.*at=4r/);

  const sent = page.url();
  await page.goto(at("/"));
  await page.goto(sent);
  await expect(rows).toHaveCount(2);
  await expect(grid.locator('[aria-selected="true"]')).toHaveAttribute("data-code", "4r");
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(page.getByLabel("Find in this sheet")).toHaveValue("");
});

test("what was changed since an earlier record stands alone, and the address says so; a group is copied in one press", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-04?record=7"));
  const grid = page.getByRole("grid", { name: "Parameters" });
  await page.getByLabel("Changed since").selectOption("6");
  await expect(page.getByText(/ of 198 rows/)).toBeVisible();
  await expect(grid.locator('[data-code="1r"]')).toBeVisible();
  await expect(grid.locator('[data-code="1a"]')).toHaveCount(0);
  await page.waitForURL(/since=6/);
  await page.reload();
  await expect(page.getByText(/ of 198 rows/)).toBeVisible();
  await grid.getByRole("button", { name: "copy" }).first().click();
  await expect(page.getByText(/rows? of Ramps copied, for a spreadsheet/)).toBeVisible();
  await page.getByRole("button", { name: "Show all" }).click();
  await expect(grid.locator('[data-code="1a"]')).toBeVisible();
});

test("a person's own list begins as a copy of the essentials, is ordered by keys, and stays", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/GL-01"));
  const grid = page.getByRole("grid", { name: "Parameters" });
  const codes = () => grid.locator("[data-code]").evaluateAll((all) => all.map((each) => each.dataset.code));
  await page.locator("button[aria-pressed]", { hasText: "Essentials" }).click();
  await expect.poll(codes).toEqual(expect.arrayContaining(["1a", "4a"]));
  const essentials = await codes();
  await page.locator("button[aria-pressed]", { hasText: "Essentials" }).click();
  await page.getByLabel("Find in this sheet").fill("17r");
  await grid.locator('[data-code="17r"]').click();
  await page.getByRole("button", { name: "On my list" }).click();
  await expect(page.getByText("Your list began as a copy of the essentials.")).toBeVisible();
  await page.getByRole("button", { name: "Show all" }).click();
  await page.locator("button[aria-pressed]", { hasText: "My list" }).click();
  await expect.poll(codes).toEqual(expect.arrayContaining(essentials.slice(0, 5)));
  await grid.locator('[data-code="4a"]').click();
  await page.keyboard.press("Alt+ArrowUp");
  await expect.poll(async () => (await codes()).slice(0, 2)).toEqual(["4a", "1a"]);
  // The sheet opens as it was left, with the list as it was ordered.
  await page.waitForURL(/show=mine/);
  await page.goto(at("/positions/GL-01"));
  await expect(page.locator("button[aria-pressed]", { hasText: "My list" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await expect.poll(async () => (await codes()).slice(0, 2)).toEqual(["4a", "1a"]);
});

test("twins side by side: who alone is otherwise is said, since when and why; its value goes into a draft of another", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/compare"));
  await page.getByRole("button", { name: "Twins: Kiln rollers" }).click();
  await expect(page.getByRole("region", { name: "Who stands apart" })).toContainText(
    /Deceleration time: KL-04 alone has 1.20 s, the other five 1.80 s. Since record 6, .*, Tomas Lind: Less heat/,
  );
  await expectSoundByDayAndNight(page);
  await page.locator('[data-code="4r"]').click();
  await page.getByRole("button", { name: "Into a draft ..." }).click();
  await page.getByLabel("Values from").selectOption({ label: "KL-04 record 7, standing" });
  await page.getByLabel("Into a draft that begins from").selectOption({ label: "KL-02 record 7, standing" });
  await page.getByLabel("What it is for").fill("Like its twin");
  await page.getByRole("button", { name: "Begin it" }).click();
  await page.waitForURL(/\/drafts\/\d+$/);
  const change = page.getByRole("list", { name: "Changes" }).getByRole("listitem");
  await expect(change).toContainText("1.80 s");
  await expect(change).toContainText("As in record 7 of KL-04.");
  await page.getByRole("link", { name: "Compare with the standing record" }).click();
  await expect(page.getByText("-0.6 s (-33 %)")).toBeVisible();
});

test("one more column beside others leaves what was looked for; who goes back finds what was there", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/compare?c=KL-01:standing&c=KL-04:standing"));
  const rows = page.getByRole("grid", { name: "Parameters" }).locator("[data-code]");
  const head = page.getByRole("columnheader");
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByLabel("Find in this sheet").fill("deceleration time");
  await page.waitForURL(/find=deceleration/);
  const found = await rows.count();
  await page.getByLabel("Position", { exact: true }).fill("KL-02");
  await page.getByRole("option", { name: "KL-02" }).click();
  await expect(page.getByLabel("What of it")).toBeFocused();
  await page.keyboard.type("standing");
  await page.getByRole("option", { name: "standing record" }).click();
  await expect(head.filter({ hasText: "KL-02" })).toBeVisible();
  await expect(page.getByLabel("Find in this sheet")).toHaveValue("deceleration time");
  await expect(rows).toHaveCount(found);
  await page.getByLabel("Find in this sheet").fill("");
  await page.waitForURL((url) => !url.searchParams.has("find"));
  await page.goBack();
  await expect(head.filter({ hasText: "KL-02" })).toHaveCount(0);
  await expect(page.getByLabel("Find in this sheet")).toHaveValue("deceleration time");
  await expect(rows).toHaveCount(found);
  await page.goForward();
  await expect(head.filter({ hasText: "KL-02" })).toBeVisible();
  await page.waitForURL(/KL-02/);
  await page.reload();
  await expect(head.filter({ hasText: "KL-02" })).toBeVisible();
  // The same position once more: another of its records.
  for (const more of ["default", "record 5"]) {
    await page.getByLabel("Position", { exact: true }).fill("KL-01");
    await page.getByRole("option", { name: "KL-01" }).click();
    await expect(page.getByLabel("What of it")).toBeFocused();
    await page.keyboard.type(more);
    await page.getByRole("option").filter({ hasText: more }).first().click();
    // Until then the field takes the focus once more, in the next frame, which would shut the list of the other.
    await expect(head.filter({ hasText: more })).toBeVisible();
  }
  // Of another family it stands beside them by what it means; the sheet is there again for who goes back.
  await page.getByLabel("Position", { exact: true }).fill("BP-04");
  await page.getByRole("option", { name: "BP-04" }).click();
  await page.getByLabel("What of it").fill("standing");
  await page.getByRole("option", { name: "standing record" }).click();
  await expect(page.getByRole("region", { name: "By what it means" })).toContainText("BP-04");
  await page.goBack();
  await expect(head.filter({ hasText: "KL-02" })).toBeVisible();
  await expect(page.getByRole("region", { name: "By what it means" })).toHaveCount(0);
});

test("a record on paper holds every row, with the words of its head; by night too it is dark on white", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-03"));
  await expect(page.getByRole("grid", { name: "Parameters" }).locator("[data-code]").first()).toBeVisible();
  const ink = () => page.evaluate(() => getComputedStyle(document.body).color);
  const byDay = await ink();
  await page.getByRole("button", { name: "Switch to night" }).click();
  expect(await ink()).not.toBe(byDay);
  // The document itself says so: no page is bright before its program runs.
  expect(await (await page.request.get(at("/positions/KL-03"))).text()).toContain('data-theme="night"');
  await page.emulateMedia({ media: "print" });
  expect(await ink()).toBe(byDay);
  await expect(page.getByText("All 198 parameters.")).toBeVisible();
  await expect(page.locator("[data-code]")).toHaveCount(198);
  await expect(page.getByLabel("Find in this sheet")).toBeHidden();
  await page.emulateMedia({ media: "screen" });
  await expect(page.getByText("All 198 parameters.")).toBeHidden();
});

test("a file stands beside a record for comparison, says that it is in no ledger, and what of it did not fit", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/compare?c=KL-01:standing"));
  await page.getByLabel("File to compare").setInputFiles({
    name: "from-the-share.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("code,value\n1r,9.99\nnot a code,1\n"),
  });
  await expect(
    page.getByText("from-the-share.csv is a file, in no ledger: 1 of its 2 values stand here."),
  ).toBeVisible();
  await expect(page.getByRole("row").filter({ hasText: "Acceleration time" }).first()).toContainText("9.99");
  await page.waitForURL(/c=file/);
  await page.reload();
  await expect(page.getByRole("list").getByText("File from-the-share.csv")).toBeVisible();
  await page.getByText("1 remark on its lines").click();
  await expect(page.getByText(/line 3/)).toBeVisible();
  await page.goto(at("/compare?c=KL-01:standing&c=file:0badf11e"));
  await expect(page.getByText("Not shown: file:0badf11e.")).toBeVisible();
});

test("a note on a parameter is written beside it, flagged in the margin of every record, found by its filter, and taken off", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/positions/KL-05"));
  const grid = page.getByRole("grid", { name: "Parameters" });
  await page.keyboard.press("f");
  await page.keyboard.type("4r");
  await grid.locator('[data-code="4r"]').dblclick();
  const note = page.getByRole("region", { name: "Note" });
  await note.getByRole("button", { name: "Write a note for KL-05" }).click();
  await note.getByLabel("Note on 4r").fill("Below 1.5 s the tiles slip on the rollers.");
  await note.getByRole("button", { name: "Keep it" }).click();
  await expect(note).toContainText("Below 1.5 s the tiles slip on the rollers.");
  await expect(grid.locator('[data-code="4r"]').getByRole("img", { name: "has a note" })).toBeVisible();
  await expectSoundByDayAndNight(page);

  // Whatever record is looked at.
  await page.goto(at("/positions/KL-05?record=1&show="));
  await page.getByRole("button", { name: /Has a note/ }).click();
  await expect(grid.locator("[data-code]")).toHaveCount(1);
  await page.waitForURL(/show=noted/);
  await grid.locator('[data-code="4r"]').dblclick();
  await note.getByRole("button", { name: "Change the note" }).click();
  await note.getByLabel("Note on 4r").fill("");
  await note.getByRole("button", { name: "Take it off" }).click();
  await expect(grid.locator("[data-code]")).toHaveCount(0);
  await page.goto(at("/journal"));
  await expect(page.getByText("Took the note off 4r of KL-05.")).toBeVisible();
});

test("the sets of a drive stand side by side, and what one has otherwise is marked", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/positions/BP-04?show="));
  const grid = page.getByRole("grid", { name: "Parameters" });
  await page.getByLabel("Parameter set").selectOption({ label: "sets side by side" });
  await page.waitForURL(/beside=sets/);
  for (const name of ["Set 1", "Set 2", "Set 3"])
    await expect(grid.getByRole("columnheader", { name })).toBeVisible();
  await page.getByRole("button", { name: /Differences/ }).click();
  await expectSoundByDayAndNight(page);
  await page.reload();
  await expect(grid.getByRole("columnheader", { name: "Set 3" })).toBeVisible();
  await page.getByLabel("Parameter set").selectOption({ label: "set 2" });
  await expect(grid.getByRole("columnheader", { name: "Set 3" })).toHaveCount(0);
  await page.waitForURL(/set=2/);
});
