import { expect, test } from "./fixtures";
import { at, openBench, signIn, signInAs } from "./helpers";

const TO_NOBODY = { kind: "modbus-tcp", host: "127.0.0.1", port: 1 };

test("a wrong password is said in words", async ({ page }) => {
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill("marta@tarnhollow.example");
  await page.getByLabel("Password").fill("not this one");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText(/do not belong together/)).toBeVisible();
});

test("the first page carries less than 300 kB of program, and nothing that checks what comes in", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(at("/"));
  const html = await (await page.request.get(at("/"))).text();
  const programs = [...html.matchAll(/<script src="(\/_next\/static\/[^"?]+)/g)].map(([, path]) => path!);
  expect(programs.length).toBeGreaterThan(5);
  await page.waitForLoadState("load");
  const kB = await page.evaluate((paths) => {
    const fetched = performance.getEntriesByType("resource") as PerformanceResourceTiming[];
    const own = fetched.filter((each) => paths.includes(new URL(each.name).pathname));
    return own.reduce((sum, each) => sum + each.encodedBodySize / 1000, 0);
  }, programs);
  expect(kB).toBeGreaterThan(100);
  expect(kB).toBeLessThan(300);
});

test("moments are told in the plant's time, wherever they are looked at from", async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, timezoneId: "Pacific/Kiritimati" });
  const page = await context.newPage();
  const faults: string[] = [];
  page.on("pageerror", (fault) => faults.push(String(fault)));
  await signIn(page);
  await page.goto(at("/positions/KL-03"));
  await expect(page.getByLabel("Live line")).toContainText("Times are the plant’s");
  const sent = (await (await page.request.get(at("/positions/KL-03"))).text()).replaceAll("<!-- -->", "");
  const told = [
    ...new Set([...sent.matchAll(/>(\d{1,2} \w{3} \d{4}, \d\d:\d\d)/g)].map(([, text]) => text!)),
  ];
  expect(told.length).toBeGreaterThan(2);
  for (const each of told) await expect(page.getByText(each).first()).toBeVisible();
  expect(faults).toEqual([]);
  await context.close();
});

test("a request from another page, or one that is not right, is turned away", async ({ page }) => {
  await signIn(page);
  const own = { origin: new URL(page.url()).origin };
  expect(
    (
      await page.request.post("/api/plants/tarn-hollow/connections", {
        data: { link: TO_NOBODY, unit: 1 },
        headers: { origin: "http://elsewhere.example" },
      })
    ).status(),
  ).toBe(403);
  const wrong = await page.request.post("/api/plants/tarn-hollow/connections", {
    data: { link: { ...TO_NOBODY, port: 99_999 }, unit: 1 },
    headers: own,
  });
  expect(wrong.status()).toBe(400);
  expect(await wrong.text()).toContain("port");
});

test("every new way in checks what it is given, and says what is wrong", async ({ page }) => {
  await signIn(page);
  const headers = { origin: new URL(page.url()).origin };
  const link = { kind: "modbus-rtu-over-tcp", host: "127.0.0.1", port: 1 };
  const cases: Array<[path: string, data: unknown, status: number, words: RegExp]> = [
    [
      "/api/plants/tarn-hollow/searches",
      { link, from: 1, to: 300, breadth: "these", patient: false },
      400,
      /"to"/,
    ],
    [
      "/api/plants/tarn-hollow/searches",
      { link: { ...link, kind: "fax" }, from: 1, to: 2, breadth: "these", patient: false },
      400,
      /link\.kind" must be one of/,
    ],
    ["/api/plants/tarn-hollow/searches/nobody/stop", undefined, 404, /not there any more/],
    ["/api/plants/tarn-hollow/links/test", { link, unit: 999 }, 400, /"unit"/],
    ["/api/plants/tarn-hollow/links/999999/forget", undefined, 404, /no such link/],
    ["/api/plants/tarn-hollow/links/1/rename", { name: "" }, 400, /"name"/],
    ["/api/plants/tarn-hollow/links/peek", { link, unit: 1, items: [] }, 400, /"items"/],
    ["/api/imports/nobody/preview", {}, 404, /not held any more/],
    ["/api/imports/nobody/keep", { about: { vendor: "" } }, 400, /vendor is not filled in/],
  ];
  for (const [path, data, status, words] of cases) {
    const answer = await page.request.post(path, { data, headers });
    expect([path, answer.status()]).toEqual([path, status]);
    const { trouble } = (await answer.json()) as { trouble: { text: string } };
    expect(trouble.text).toMatch(words);
  }
  const long = await page.request.post("/api/imports?name=long.csv", {
    data: Buffer.alloc(9 * 1024 * 1024, 65),
    headers: { ...headers, "content-type": "application/octet-stream" },
  });
  expect([long.status(), await long.text()]).toEqual([
    413,
    expect.stringContaining("long.csv has more than 8 MB"),
  ]);
  // A link that drives of positions are reached through stays.
  expect(
    await (await page.request.post("/api/plants/tarn-hollow/links/1/forget", { headers })).text(),
  ).toMatch(/answer on this link/);
});

test("nothing live is touched before the warning was acknowledged, in each sign-in anew", async ({
  page,
  browser,
}) => {
  await signInAs(page, "tomas@tarnhollow.example");
  const headers = { origin: new URL(page.url()).origin };
  const live: Array<[path: string, data: unknown]> = [
    ["connections", { link: TO_NOBODY, unit: 1 }],
    ["links/test", { link: TO_NOBODY, unit: 1 }],
    ["links/peek", { link: TO_NOBODY, unit: 1, items: [{ address: 1, type: "u16" }] }],
    ["searches", { link: TO_NOBODY, from: 1, to: 2, breadth: "these", patient: false }],
    ["restores", { tag: "KL-01", record: 1, connection: "none" }],
    ["restores/1/choose", { tuning: true, communication: true, ratingDependent: true, leaveOut: [] }],
    ["restores/1/confirm", { seal: "0".repeat(64) }],
    ["restores/1/go-on", {}],
    ["restores/1/put-back", undefined],
    ["connections/none/read", undefined],
  ];
  for (const [path, data] of live) {
    const answer = await page.request.post(`/api/plants/tarn-hollow/${path}`, { data, headers });
    expect([path, answer.status()]).toEqual([path, 428]);
  }
  await page.request.post("/api/acknowledgement", { headers });
  const after = await page.request.post("/api/plants/tarn-hollow/connections", {
    data: live[0]![1],
    headers,
  });
  expect(after.status()).toBe(502);
  const later = await (await browser.newContext()).newPage();
  await signInAs(later, "tomas@tarnhollow.example");
  const again = await later.request.post("/api/plants/tarn-hollow/connections", {
    data: live[0]![1],
    headers,
  });
  expect(again.status()).toBe(428);
  await later.context().close();
});

test("trouble with a connection is said with a remedy", async ({ page }) => {
  await signIn(page);
  await openBench(page);
  await page.getByLabel(/^Host/).fill("127.0.0.1");
  await page.getByLabel("Port", { exact: true }).fill("9");
  await page.getByRole("button", { name: "Connect", exact: true }).click();
  await expect(page.getByText(/nothing listens on this port/)).toBeVisible();
  await expect(page.getByText(/Check the port: 502 is usual/)).toBeVisible();
  await page.getByRole("button", { name: "Test", exact: true }).click();
  await expect(page.getByText(/First: Check the port/)).toBeVisible();
});

test("the twin that was set differently is ringed", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/compare"));
  await page.getByRole("button", { name: "Twins: Kiln rollers" }).click();
  const row = page.locator('[data-code="4r"]');
  await expect(row).toContainText("1.20");
  await expect(row.getByRole("img", { name: "differs" })).toHaveCount(2);
});

test("what one click would mend: a round over all positions that want to be read", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/"));
  const mend = page.getByRole("group", { name: "What one click would mend" });
  const button = mend.getByRole("button", { name: /Begin a round over \d+ positions to be read/ });
  const count = /\d+/.exec((await button.textContent())!)![0];
  await button.click();
  await expect(page.getByRole("heading", { name: /^What wants to be read/ })).toBeVisible();
  await expect(page.getByRole("status").first()).toContainText(`${count} left`);
  await page.getByRole("button", { name: "End the round" }).click();
  await expect(page.getByText(", ended")).toBeVisible();
});

test("a record is raised to the standing one with a reason, by the keyboard alone", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/positions/BP-02?record=3"));
  await expect(page.getByRole("heading", { name: "Record 3" })).toBeVisible();
  await page.keyboard.press("s");
  await page.keyboard.type("Runs quieter than the newer ones.");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Raised by Ines Varga")).toBeVisible();
  await expect(page.getByText("Runs quieter than the newer ones.")).toBeVisible();
});

test("find, arrows and search by keyboard", async ({ page }) => {
  await signIn(page);
  await page.goto(at("/positions/KL-04"));
  await expect(page.locator('[data-code="1a"]')).toBeVisible();
  await page.keyboard.press("f");
  await page.keyboard.type("deceleration");
  await expect(page.locator('[data-code="4r"]')).toBeVisible();
  await expect(page.locator('[data-code="1a"]')).toHaveCount(0);
  await page.keyboard.press("Escape");
  await expect(page.locator('[data-code="1a"]')).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("GL-02");
  await expect(page.getByRole("option", { name: /GL-02/ })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/positions\/GL-02/);
});
