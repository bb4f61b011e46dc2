import { mkdtempSync, mkdirSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";

test("a folder from a share is looked through, placed and brought in; what no program can read is kept with its position", async ({
  page,
}) => {
  await signIn(page);
  const share = join(mkdtempSync(join(tmpdir(), "share-")), "share");
  mkdirSync(join(share, "Kiln"), { recursive: true });
  const out = await page.request.get("/api/plants/tarn-hollow/positions/KL-01/records/1/file/csv");
  const nobodys = (await out.text()).replace(/^(Position|Serial number).*\r\n/gm, "");
  expect(nobodys).toContain("Roller drive 1");
  writeFileSync(
    join(share, "Kiln", "kl-04 2024-03-14.csv"),
    nobodys.replaceAll("Roller drive 1", "Roller A"),
  );
  writeFileSync(join(share, "Kiln", "unknown drive.csv"), nobodys.replaceAll("Roller drive 1", "Roller B"));
  writeFileSync(
    join(share, "Kiln", "KL-04 backup.bin"),
    Buffer.from(Array.from({ length: 999 }, (_, i) => (i * 37) % 256)),
  );

  await page.goto(at("/old-files"));
  await page.locator("input[webkitdirectory]").setInputFiles(share);
  const row = (name: string) => page.locator(`[data-file$="${name}"]`);
  // Each file is read in a thread of its own, that a busy machine starts slowly.
  await expect(row("kl-04 2024-03-14.csv")).toHaveAttribute("data-standing", "ready", { timeout: 20_000 });
  await expect(row("unknown drive.csv")).toHaveAttribute("data-standing", "unplaced", { timeout: 20_000 });
  await row("unknown drive.csv")
    .getByLabel(/^Position of/)
    .fill("KL-05");
  await page.keyboard.press("Enter");
  await expect(row("unknown drive.csv")).toHaveAttribute("data-standing", "ready", { timeout: 20_000 });
  await row("KL-04 backup.bin").getByRole("button", { name: "Keep with KL-04" }).click();
  await page.getByRole("button", { name: "Bring in 3 files" }).click();
  await expect(row("unknown drive.csv").getByRole("link", { name: /record \d+ of KL-05 now/ })).toBeVisible();
  await expect(row("KL-04 backup.bin").getByRole("link", { name: /file of KL-04 now/ })).toBeVisible();
  await row("kl-04 2024-03-14.csv")
    .getByRole("link", { name: /record \d+ of KL-04 now/ })
    .click();
  const record = page.getByRole("heading", { name: /^Record \d+$/ }).locator("xpath=..");
  await expect(record).toContainText("From the file share/Kiln/kl-04 2024-03-14.csv");
  await expect(record).toContainText("Taken");
  await expect(page.getByRole("region", { name: "Files" })).toContainText("KL-04 backup.bin");
});

test("a plant goes out as a bundle; a ledger that knows it takes nothing in twice", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/copies"));
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Hand over as a bundle" }).first().click(),
  ]);
  const path = join(mkdtempSync(join(tmpdir(), "bundle-")), "plant.zip");
  await download.saveAs(path);
  await page.getByLabel("Take a bundle in").setInputFiles(path);
  await expect(page.getByRole("status").filter({ hasText: "all of it is here" })).toContainText(
    "Nothing in it contradicts",
  );
  await page.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByRole("status").filter({ hasText: "all of it was here already" })).toBeVisible();
  writeFileSync(path, "no zip at all");
  await page.getByLabel("Take a bundle in").setInputFiles(path);
  await expect(page.getByText("This is no bundle, or it was cut off.")).toBeVisible();
});
