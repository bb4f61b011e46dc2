import { spawn, type ChildProcess } from "node:child_process";
import { readdirSync } from "node:fs";
import { dirname } from "node:path";
import type { APIRequestContext } from "@playwright/test";
import { ENDPOINTS, fillPath } from "@/core/contract";
import { expect, test } from "./fixtures";

/** Names that stand in paths of the demo plant. */
const NAMES: Record<string, string> = {
  plant: "tarn-hollow",
  tag: "KL-03",
  id: "1",
  family: "fennimore-rill-4",
  format: "csv",
  restore: "1",
  connection: "none",
  link: "1",
  search: "none",
  import: "none",
};
/** What nobody may learn without a session: people, titles, serial numbers, job numbers of the demo plant. */
const SECRETS = [
  "Marta Okoye",
  "Tomas Lind",
  "Ines Varga",
  "Roller drive",
  "FR25-",
  "W26-04",
  "Kiln rollers",
  "Thermal sensor",
];

/** Folders under app/ that hold a file of this name, as lists of segments. */
function placesOf(file: string): string[][] {
  return readdirSync("app", { recursive: true, encoding: "utf8" })
    .filter((each) => each === file || each.endsWith(`/${file}`))
    .map((each) =>
      dirname(each)
        .split("/")
        .filter((part) => part !== "."),
    );
}

const filled = (segments: string[]): string[] =>
  segments.map((each) => each.replace(/^\[(?:\.\.\.)?(\w+)\]$/, (_, name: string) => NAMES[name] ?? name));

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

const leaked = (body: string): string[] => SECRETS.filter((each) => body.includes(each));

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
  for (const { method, path } of ENDPOINTS) {
    const answer = await request.fetch(fillPath(path, NAMES), { method });
    expect([method, path, answer.status(), leaked(await answer.text())]).toEqual([method, path, 401, []]);
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
