import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, test } from "./fixtures";
import { at, atCabinet, letGoOfAll, openBench, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

async function chooseGateway(page: Page, kind: string, port: number): Promise<void> {
  await page.getByRole("radio", { name: kind }).click();
  await page.getByLabel(/^Host/).fill("127.0.0.1");
  await page.getByLabel("Port", { exact: true }).fill(String(port));
}

test("the drives on a line are found on a range, named, and recognised by their positions", async ({
  page,
  plant,
}) => {
  await signIn(page);
  await openBench(page);
  await chooseGateway(page, "Modbus RTU through a TCP gateway", plant.shift + 15042);
  await page.getByLabel("From address").fill("24");
  await page.getByLabel(/^To address/).fill("31");
  await page.getByRole("button", { name: "Look for drives" }).click();
  await expect(page.getByRole("heading", { name: "Search done: 3 found" })).toBeVisible({ timeout: 30_000 });
  const found = page.getByRole("region", { name: /^Search on/ }).getByRole("listitem");
  await expect(found.filter({ hasText: "GL-05" })).toContainText("Runnel 2.2 kW, firmware 2.1");
  await expect(found.filter({ hasText: "GL-06" })).toContainText("Runnel 5.5 kW, firmware 1.8");
  await page.getByRole("button", { name: "Connect address 30", exact: true }).click();
  await expect(
    page.getByText("It answers as its predecessor. Really it is a Fennimore Runnel"),
  ).toBeVisible();
  await letGoOfAll(page);
});

test("a search can be stopped, and what a disturbed line shows is told apart", async ({ page, plant }) => {
  await signIn(page);
  await openBench(page);
  await atCabinet(page, "goods-in", "New Lark", "disturb", { disturbance: "bad-check" });
  await chooseGateway(page, "Modbus RTU through a TCP gateway", plant.shift + 15092);
  await page.getByLabel(/^To address/).fill("2");
  await page.getByRole("button", { name: "Look for drives" }).click();
  await expect(page.getByText("Speed is right; parity or stop bits are not")).toBeVisible({
    timeout: 30_000,
  });
  await atCabinet(page, "goods-in", "New Lark", "disturb", { disturbance: "none" });
  await page.getByLabel(/^To address/).fill("247");
  await page.getByRole("button", { name: "Look for drives" }).click();
  await page.getByRole("button", { name: "Stop looking" }).click();
  await expect(page.getByRole("heading", { name: /Search stopped/ })).toBeVisible();
});

test("a drive on a serial port: found, read, the adapter unplugged and plugged in again", async ({
  page,
  plant,
}) => {
  await signIn(page);
  await openBench(page);
  await page.getByRole("radio", { name: "Modbus on a serial port" }).click();
  await page.getByLabel("Or type its path").fill(`/tmp/calm-ledger-port${plant.shift}`);
  await page.getByRole("combobox", { name: /^Speed/ }).selectOption("19200");
  await page.getByLabel("To address").fill("8");
  await page.getByRole("button", { name: "Look for drives" }).click();
  // Another speed was set than the drive has: it is found as its family leaves the factory, and that is kept.
  await expect(page.getByText(/at no known position, .*RTU 9600 8E1/)).toBeVisible({ timeout: 40_000 });
  await page.getByRole("button", { name: "Connect address 7", exact: true }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
  await expect(
    page.getByText("Neither serial number nor address say where this drive stands."),
  ).toBeVisible();
  await atCabinet(page, "shop", "Shop spare", "pull");
  await expect(page.getByLabel("Live line")).toContainText("lost, trying again");
  // What went out with the drive stays readable.
  await expect(page.getByRole("img", { name: "was live, can no longer be refreshed" }).first()).toBeVisible();
  await expectSoundByDayAndNight(page);
  await atCabinet(page, "shop", "Shop spare", "plug");
  await expect(page.getByLabel("Live line")).toContainText("connected", { timeout: 15_000 });
  await letGoOfAll(page);
});

test("an unknown drive is answered by importing its definition from a register list, then known and read", async ({
  page,
  plant,
}) => {
  await signIn(page);
  await openBench(page);
  await chooseGateway(page, "Modbus RTU through a TCP gateway", plant.shift + 15092);
  await page.getByRole("button", { name: "Connect", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Somebody answers whom no definition fits" })).toBeVisible({
    timeout: 20_000,
  });
  await page.getByRole("link", { name: "Import a definition" }).click();
  await page.locator("input[type=file]").setInputFiles("demo/files/thornbury-lark.csv");
  await expect(page.getByText("thornbury-lark.csv: a register list")).toBeVisible();
  await page.getByLabel("Vendor").fill("Thornbury");
  await page.getByLabel("Family", { exact: true }).fill("Lark");
  await page.getByRole("button", { name: "Add its family's number" }).click();
  await page.getByRole("button", { name: "Add serial number" }).click();
  await page.getByRole("button", { name: "Add firmware" }).click();
  await page.getByLabel("Register", { exact: true }).nth(1).fill("2");
  await page.getByLabel("Register", { exact: true }).nth(2).fill("1");
  await page.getByRole("button", { name: /Ask the drive/ }).click();
  await expect(page.getByText("TL-77120")).toBeVisible();
  await page.getByRole("button", { name: "Take it" }).click();
  const notes = page.getByRole("table", { name: "Lines that did not fit" });
  await expect(notes.getByRole("row").filter({ hasText: "BCD" })).toContainText("14");
  await page.getByRole("button", { name: "Keep this definition" }).click();
  // The bench knows the way that led there.
  await page.waitForURL(/\/bench\?link=/);
  await page.getByRole("button", { name: "Connect", exact: true }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.getByText("Thornbury Lark, not told, firmware 1.3, serial TL-77120")).toBeVisible();
  await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
  await letGoOfAll(page);
  await page.goto(at("/families"));
  await expect(page.getByText(/imported by Ines Varga on .* from thornbury-lark.csv/)).toBeVisible();
});

test("an electronic data sheet becomes a definition; a wrong file is refused in words and nothing is kept", async ({
  page,
  plant,
}) => {
  await signIn(page);
  await page.goto(at("/families/import"));
  await page.locator("input[type=file]").setInputFiles({
    name: "cabinet.csv",
    mimeType: "text/csv",
    buffer: Buffer.from([0x4d, 0x5a, 0, 0, 0, 1, 2, 3]),
  });
  await expect(page.getByText("cabinet.csv: This is no text file.")).toBeVisible();
  await page.locator("input[type=file]").setInputFiles("demo/files/thornbury-wren.eds");
  await expect(page.getByText("thornbury-wren.eds: an electronic data sheet")).toBeVisible();
  await expect(
    page
      .getByRole("table", { name: "Lines that did not fit" })
      .getByRole("row")
      .filter({ hasText: "Program download" }),
  ).toContainText("left out");
  await page.getByRole("button", { name: "Keep this definition" }).click();
  await page.waitForURL(/\/families\/thornbury-wren/);
  await openBench(page);
  await chooseGateway(page, "CANopen through a gateway", plant.shift + 15093);
  await page.getByLabel("Port", { exact: true }).press("Enter");
  await expect(page.getByText("Thornbury Wren, not told, firmware 2.1, serial 510033")).toBeVisible({
    timeout: 20_000,
  });
  await letGoOfAll(page);
});

test("half of a drive exchanged, and a dead power stage, are said as what they are", async ({ page }) => {
  await signIn(page);
  await openBench(page);
  await atCabinet(page, "mill", "BP-04", "swap-half");
  await page.getByRole("button", { name: "Connect BP-04" }).click();
  await expect(page.getByText(/Half of the drive that was fitted here was exchanged/)).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByText("with Network module (firmware 1.2)")).toBeVisible();
  await atCabinet(page, "mill", "BP-04", "mains-off");
  await expect(page.getByText("Only the control part is fed; the power part is dead.")).toBeVisible();
  await expect(page.getByText(/trip 102: Bus too low, as expected without mains/)).toBeVisible();
  await atCabinet(page, "mill", "BP-04", "mains-on");
  await expect(page.getByText("Only the control part is fed; the power part is dead.")).toHaveCount(0);
  await letGoOfAll(page);
});

test("a rack shows its modules, is read axis by axis, and its record opens with all of them", async ({
  page,
}) => {
  await signIn(page);
  await openBench(page);
  await page.getByRole("button", { name: "Connect SO-02" }).click();
  await expect(page.getByRole("list", { name: "Modules" }).getByRole("listitem")).toHaveCount(6, {
    timeout: 20_000,
  });
  await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press("f");
  await page.keyboard.type("4:6083.00");
  await expect(page.locator('[data-code="4:6083.00"]')).toContainText("6000000");
  await letGoOfAll(page);
  await page.goto(at("/positions/SO-02"));
  await page.keyboard.press("f");
  await page.keyboard.type("4:6083.00");
  await expect(page.locator('[data-code="4:6083.00"]')).toContainText("6000000");
});

test("before its program runs, a page takes no choice that it would forget", async ({ browser, page }) => {
  await signIn(page);
  const asleep = await browser.newContext({
    storageState: await page.context().storageState(),
    javaScriptEnabled: false,
  });
  const early = await asleep.newPage();
  await early.goto(at("/inventory"));
  await expect(early.getByLabel("Family")).toBeDisabled();
  await expect(early.getByLabel("Find", { exact: true })).not.toBeEditable();
  await asleep.clearCookies();
  await early.goto("/sign-in");
  await expect(early.getByRole("button", { name: "Sign in" })).toBeDisabled();
  await asleep.close();
});

test("the inventory is filtered, sorted and taken along", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/inventory"));
  await page.getByLabel("Family").selectOption("Plover");
  await expect(page.getByRole("status")).toContainText(/^\d of \d+/);
  await page.getByRole("button", { name: "Firmware" }).click();
  await expect(page.getByRole("table", { name: "Inventory" }).getByRole("row").nth(1)).toContainText("2.1");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "CSV" }).click(),
  ]);
  const text = readFileSync(await download.path(), "utf8");
  expect(text).toContain("Area,Position,Title,Vendor,Family");
  expect(text).toMatch(/Sorting,SO-02,Stacker rack,Aldersea,Plover,Plover 6 A,3 × 400 V,2\.4,AP26-\d+/);
  const sheet = await page.request.get("/api/plants/tarn-hollow/inventory/xlsx");
  expect((await sheet.body()).subarray(0, 2).toString()).toBe("PK");
});
