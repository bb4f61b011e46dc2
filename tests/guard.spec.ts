import { spawn, type ChildProcess } from "node:child_process";
import type { APIRequestContext } from "@playwright/test";
import { ENDPOINTS, fillPath } from "@/core/contract";
import { expect, test } from "./fixtures";
import { at, signIn, signInAs } from "./helpers";
import { filled, leaked, NAMES, placesOf } from "./ways";

/** Headers of a browser that claims to have the layouts already and wants the page's data alone. */
function dataHeaders(segments: string[]): Record<string, string> {
  const node = (at: number): unknown => {
    if (at === segments.length) return ["__PAGE__", {}, null, "refetch"];
    const name = /^\[(\w+)\]$/.exec(segments[at]!)?.[1];
    return [name ? [name, NAMES[name], "d", null] : segments[at], { children: node(at + 1) }];
  };
  const tree = ["", { children: node(0) }, null, null];
  return { rsc: "1", "next-router-state-tree": encodeURIComponent(JSON.stringify(tree)) };
}

/** Everything that comes of asking for a page, as document and as data, redirects followed; bodies on the way too. */
async function bodiesOf(request: APIRequestContext, base: string, segments: string[]): Promise<string> {
  let all = "";
  for (const headers of [{}, dataHeaders(segments)]) {
    let address = `${base}/${filled(segments).join("/")}`;
    for (let hop = 0; hop < 4; hop++) {
      const answer = await request.get(address, { headers, maxRedirects: 0 });
      // A question that was not understood would tell nothing, and prove nothing.
      expect([address, answer.status() < 500]).toEqual([address, true]);
      all += `${await answer.text()}\n`;
      const next = answer.headers().location;
      if (!next) break;
      address = new URL(next, address).href;
    }
  }
  return all;
}

test("no page tells anything without a session, neither as document nor as data", async ({
  request,
  baseURL,
}) => {
  const pages = placesOf("page.tsx").filter((each) => each[0] !== "sign-in");
  expect(pages.length).toBeGreaterThanOrEqual(15);
  for (const segments of pages) {
    const bodies = await bodiesOf(request, baseURL!, segments);
    expect([segments.join("/"), leaked(bodies)]).toEqual([segments.join("/"), []]);
  }
});

test("no way in answers without a session, and none is there that the contract does not name", async ({
  request,
}) => {
  const routes = placesOf("route.ts")
    .map((each) => `/${each.join("/")}`)
    .filter((each) => !each.startsWith("/api/auth"));
  const named = new Set(ENDPOINTS.map((each) => `/${each.path.slice(1).replace(/:(\w+)/g, "[$1]")}`));
  expect(routes.sort()).toEqual([...named].sort());
  for (const { method, path, open } of ENDPOINTS) {
    const answer = await request.fetch(fillPath(path, NAMES), { method });
    // Choosing a password asks for the invitation, beginning for the code: both say what is missing.
    const expected = open ? 400 : 401;
    expect([method, path, answer.status(), leaked(await answer.text())]).toEqual([
      method,
      path,
      expected,
      [],
    ]);
  }
});

test.describe("the questions asked above", () => {
  let bare: ChildProcess;
  const base = "http://127.0.0.1:4393";
  test.beforeAll(async () => {
    bare = spawn(
      process.execPath,
      ["node_modules/next/dist/bin/next", "dev", "tests/bare", "--port", "4393"],
      {
        env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
        stdio: "ignore",
        // A group of its own: the server it starts goes with it.
        detached: true,
      },
    );
    await expect(async () => expect((await fetch(`${base}/nowhere`)).status).toBe(404)).toPass({
      timeout: 60_000,
    });
  });
  test.afterAll(() => {
    process.kill(-bare.pid!, "SIGKILL");
  });
  test("do find what a page tells that only its layout guards", async ({ request }) => {
    const bodies = await bodiesOf(request, base, ["plants", "[plant]", "positions", "[tag]"]);
    expect(leaked(bodies)).toEqual(["Marta Okoye"]);
  });
});

test("only the ways of signing in that are meant exist, under this program's own names, and no more than a sign-in is taken", async ({
  request,
  baseURL,
}) => {
  for (const [method, way] of [
    ["POST", "update-user"],
    ["GET", "list-sessions"],
    ["POST", "sign-up/email"],
    ["POST", "delete-user"],
    ["POST", "change-email"],
    ["GET", "sign-in/email"],
  ] as const) {
    const answer = await request.fetch(`/api/auth/${way}`, {
      method,
      data: method === "POST" ? {} : undefined,
    });
    expect([way, answer.status()]).toEqual([way, 404]);
  }
  const large = await request.post("/api/auth/sign-in/email", {
    data: { email: "a@b.test", password: "x".repeat(20_000) },
  });
  expect(large.status()).toBe(413);
  for (const path of ["/sign-in", "/api/plants/tarn-hollow/search?q=a", "/api/auth/get-session"]) {
    const answer = await request.get(path, { headers: { host: "attacker.example" } });
    expect([path, answer.status(), await answer.text()]).toEqual([
      path,
      421,
      expect.stringContaining("does not answer under this name"),
    ]);
  }
  expect(
    (
      await request.get("/api/auth/get-session", { headers: { host: `localhost:${new URL(baseURL!).port}` } })
    ).ok(),
  ).toBe(true);
});

test("the session's token stands in a cookie that no script can read, and in no answer", async ({
  browser,
}) => {
  const context = await browser.newContext();
  const { request } = context;
  const signedIn = await request.post("/api/auth/sign-in/email", {
    data: { email: "per@tarnhollow.example", password: "quiet-kiln-26" },
  });
  const cookie = (await context.cookies()).find((each) => each.name.endsWith("session_token"))!;
  expect(cookie.httpOnly).toBe(true);
  const token = decodeURIComponent(cookie.value).split(".")[0]!;
  const session = await request.get("/api/auth/get-session");
  const told = [await signedIn.text(), await session.text()];
  expect(told.map((each) => each.includes("Per Holm"))).toEqual([true, true]);
  expect(told.join("")).not.toContain(token);
  await context.close();
});

test("scripts run with this page's own mark alone, and the usual headers are there", async ({
  page,
  request,
}) => {
  const refused: string[] = [];
  page.on("console", (message) => {
    if (/Content Security Policy/i.test(message.text())) refused.push(message.text());
  });
  await page.goto("/sign-in");
  await expect(page.getByRole("button", { name: "Sign in" })).toBeVisible();
  expect(refused).toEqual([]);
  const [first, second] = await Promise.all([request.get("/sign-in"), request.get("/nowhere")]);
  const policy = first.headers()["content-security-policy"]!;
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(second.headers()["content-security-policy"]).not.toBe(policy);
  expect(first.headers()).toMatchObject({ "x-content-type-options": "nosniff", "x-frame-options": "DENY" });
  // A script that somebody smuggles in has no mark.
  await page.evaluate(() => {
    const script = document.createElement("img");
    script.setAttribute("onerror", "window.smuggled = true");
    script.src = "/nowhere.png";
    document.body.append(script);
  });
  await expect.poll(() => refused.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => "smuggled" in window)).toBe(false);
});

test.describe("signed in", () => {
  test("odd names and numbers in an address are answered in words, never with a fault", async ({ page }) => {
    await signIn(page);
    const { origin } = new URL(page.url());
    const cookie = (await page.context().cookies()).map((each) => `${each.name}=${each.value}`).join("; ");
    const odd = ["%00", "99999999999", "-1", "1e3", "..%2f..", "%E0%A4%A", "a".repeat(2000), "'\";--"];
    for (const { method, path, sends } of ENDPOINTS) {
      // A stream of events would not end.
      if (!path.includes("/:") || sends === "events") continue;
      // In the plant, where something else of it is asked for.
      const within = path.replace(/:(?!plant\b)\w+/g, ":odd").replace(/:plant(?=.*:odd)/, "tarn-hollow");
      const asked = odd.map(async (each) => {
        const address = within.replace(/:\w+/g, each);
        const answer = await fetch(new URL(address, origin), { method, headers: { origin, cookie } });
        await answer.arrayBuffer();
        return { address, inWords: answer.status < 500 };
      });
      for (const { address, inWords } of await Promise.all(asked))
        expect([method, address, inWords]).toEqual([method, address, true]);
    }
    for (const path of ["restore", "receipts", "positions", "families", "bench"])
      for (const each of odd) {
        const answer = await page.request.get(at(`/${path}/${each}?record=${each}&connection=${each}`));
        expect([path, each, answer.status() < 500]).toEqual([path, each, true]);
      }
    const deep = `{"a":${"[".repeat(100_000)}`;
    const answer = await page.request.post("/api/plants/tarn-hollow/connections", {
      data: deep,
      headers: { "content-type": "application/json", origin },
    });
    expect(answer.status()).toBe(400);
  });

  test("signing out ends the stream of events, and the page in the other window says so", async ({
    browser,
    baseURL,
  }) => {
    const context = await browser.newContext({ baseURL });
    const page = await context.newPage();
    await signInAs(page, "tomas@tarnhollow.example");
    const other = await context.newPage();
    await other.goto(at("/"));
    await expect(other.getByLabel("Live line")).toContainText(/No drive is connected|connected/);
    await page.getByRole("button", { name: "Sign out" }).click();
    await expect(other.getByLabel("Live line")).toContainText("You are signed out", { timeout: 20_000 });
    await context.close();
  });
});
