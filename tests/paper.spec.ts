import { readFile } from "node:fs/promises";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";

async function textOf(path: string): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(await readFile(path)) }).promise;
  const pages = [];
  for (let n = 1; n <= document.numPages; n++)
    pages.push((await (await document.getPage(n)).getTextContent()).items);
  return pages
    .flat()
    .map((each) => ("str" in each ? each.str : ""))
    .join(" ")
    .replace(/\s+/g, " ");
}

test("a record on paper: the company's head, groups, values that a search finds; a comparison as paper and for a spreadsheet", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/arrange"));
  await page.getByRole("button", { name: "Head of papers ..." }).click();
  await page.getByLabel(/Name and address/).fill("Tarn Hollow Tileworks\nLow Road 3");
  const choose = page.getByLabel(/Picture, PNG or JPEG/);
  await choose.setInputFiles({ name: "logo.png", mimeType: "image/png", buffer: Buffer.from("GIF89a") });
  await expect(page.getByText("This is neither a PNG nor a JPEG.")).toBeVisible();
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("The head of papers is kept.")).toBeVisible();

  await page.goto(at("/positions/KL-04"));
  const taken = async (name: string): Promise<{ name: string; text: string }> => {
    const [file] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("link", { name, exact: true }).first().click(),
    ]);
    const path = await file.path();
    return {
      name: file.suggestedFilename(),
      text: file.suggestedFilename().endsWith(".pdf") ? await textOf(path) : await readFile(path, "utf8"),
    };
  };
  const all = await taken("PDF");
  expect(all.name).toBe("KL-04_record_7.pdf");
  expect(all.text).toMatch(/^Tarn Hollow Tileworks Low Road 3 KL-04 Roller drive 4, record 7, standing/);
  expect(all.text).toMatch(/Contents .*Ramps and stopping · Ramps/);
  expect(all.text).toMatch(/4r Deceleration time 1\.20 s 5\.00 s/);
  const some = await taken("PDF of what is not default");
  expect(some.text).toMatch(/What is not default: \d+ of 198 parameters/);
  expect(some.text).not.toContain("Keypad lock");

  await page.goto(at("/compare?c=KL-01:standing&c=KL-04:standing"));
  const differences = await taken("PDF");
  expect(differences.text).toMatch(
    /1 of 198 parameters.*4r Deceleration time 1\.80 s 1\.20 s -0\.6 s \(-33 %\)/,
  );
  expect((await taken("CSV")).text).toContain("Ramps,4r,Deceleration time,s,1.8,1.2,");
});
