import { execFileSync, spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { get } from "node:https";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { setTimeout as pause } from "node:timers/promises";
import { expect, test } from "./fixtures";

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-first-"));
const programs: ChildProcess[] = [];
test.afterAll(async () => {
  for (const program of programs) {
    const gone = new Promise((resolve) => program.once("exit", resolve));
    program.kill("SIGTERM");
    await gone;
  }
  rmSync(folder, { recursive: true, force: true });
});

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, "127.0.0.1", () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

/** Asks until somebody answers; whose certificate it is does not matter here. */
async function untilItAnswers(address: string): Promise<void> {
  const answers = (): Promise<boolean> =>
    new Promise((resolve) => {
      get(address, { rejectUnauthorized: false }, (response) => {
        response.resume();
        resolve(true);
      }).on("error", () => resolve(false));
    });
  while (!(await answers())) await pause(200);
}

/** Starts the program on an empty folder of this name with a certificate of its own; gives its address and the code that it prints. */
async function firstStart(name: string): Promise<{ address: string; code: string }> {
  const [cert, key] = [join(folder, "cert.pem"), join(folder, "key.pem")];
  const subject = ["-subj", "/CN=localhost", "-days", "2", "-nodes", "-newkey", "rsa:2048"];
  execFileSync("openssl", ["req", "-x509", ...subject, "-keyout", key, "-out", cert], { stdio: "ignore" });
  const port = await freePort();
  const program = spawn(process.execPath, ["scripts/start.mjs"], {
    env: {
      ...process.env,
      PORT: String(port),
      TLS_CERT: cert,
      TLS_KEY: key,
      DATA_DIR: join(folder, name),
      DAILY_COPY: "0",
    },
    stdio: ["ignore", "inherit", "pipe"],
  });
  programs.push(program);
  const address = `https://localhost:${port}`;
  // The program prints the code once it is asked for the first time.
  const asked = untilItAnswers(address);
  for await (const line of createInterface({ input: program.stderr })) {
    const code = /\b[0-9A-Z]{4}-[0-9A-Z]{4}\b/.exec(line)?.[0];
    if (code) {
      // What it prints leads to where it answers.
      expect(line).toContain(address);
      await asked;
      return { address, code };
    }
  }
  throw new Error("The program printed no code.");
}

test("an empty ledger is begun over https with the code that only who started it sees; a second time there is nothing to begin", async ({
  browser,
}) => {
  const { address, code } = await firstStart("ledger");
  const context = await browser.newContext({ baseURL: address, ignoreHTTPSErrors: true });
  const page = await context.newPage();
  await page.goto("/");
  await page.waitForURL(/\/begin$/);
  await page.getByLabel("Code").first().fill("AAAA-AAAA");
  await page.getByLabel("Plant").fill("Quarry Mill");
  await page.getByLabel("Your name").fill("Nora Feld");
  await page.getByLabel("Your e-mail address").fill("Nora@Quarry.example");
  await page.getByLabel("Password").fill("four plain words here");
  await page.getByRole("button", { name: "Begin the ledger" }).click();
  await expect(page.getByText("This is not the code.")).toBeVisible();
  await page.getByLabel("Code").first().fill(code.toLowerCase());
  await page.getByRole("button", { name: "Begin the ledger" }).click();
  await page.waitForURL(/\/plants\/quarry-mill$/);
  await expect(page.getByText("Nora Feld")).toBeVisible();
  const session = (await context.cookies()).find((each) => each.name.includes("session_token"));
  expect(session).toMatchObject({ secure: true, httpOnly: true });

  const stranger = await browser.newContext({ baseURL: address, ignoreHTTPSErrors: true });
  const other = await stranger.newPage();
  await other.goto("/begin");
  await other.waitForURL(/\/sign-in$/);
  const again = await stranger.request.post("/api/begin", {
    headers: { origin: address },
    data: { code, plant: "Mine", name: "Eve", email: "eve@example.test", password: "another long word" },
  });
  expect(again.ok()).toBe(false);
  await stranger.close();

  await page.goto("/plants/quarry-mill/bench");
  await expect(page.getByRole("button", { name: /have read this/ })).toBeVisible();

  // The whole ledger moves to another computer, by its pages alone.
  const made = await page.request.post("/api/copies", { headers: { origin: address } });
  const { value } = (await made.json()) as { value: { name: string } };
  const copy = await (await page.request.get(`/api/copies/${value.name}`)).body();
  await context.close();
  const there = await firstStart("moved");
  const moved = await browser.newContext({ baseURL: there.address, ignoreHTTPSErrors: true });
  const first = await moved.newPage();
  await first.goto("/begin");
  const form = first.getByRole("form", { name: "Take a copy in" });
  const take = async (given: string, buffer: Buffer): Promise<void> => {
    await form.getByLabel("Code").fill(given);
    await form.getByLabel("Copy").setInputFiles({ name: "ledger.zip", mimeType: "application/zip", buffer });
    await form.getByRole("button", { name: "Take the copy in" }).click();
  };
  await take("AAAA-AAAA", copy);
  await expect(form.getByText("This is not the code.")).toBeVisible();
  await take(there.code, copy.subarray(0, copy.length / 2));
  await expect(form.getByText(/This is no copy of a ledger, or it was cut off/)).toBeVisible();
  await take(there.code, copy);
  await expect(first.getByText(/^The copy of .* is taken in/)).toBeVisible();
  await expect(first.getByText("This ledger is empty")).toHaveCount(0);
  const late = await first.request.post(`/api/begin/copy?code=${there.code}`, {
    headers: { origin: there.address },
    data: copy,
  });
  expect(await late.text()).toContain("not empty");
  await first.getByRole("link", { name: "Sign in" }).click();
  await first.waitForURL(/\/sign-in$/);
  await first.getByLabel("E-mail address").fill("nora@quarry.example");
  await first.getByLabel("Password").fill("four plain words here");
  await first.getByRole("button", { name: "Sign in" }).click();
  await first.waitForURL(/\/plants\/quarry-mill$/);
  await moved.close();
});
