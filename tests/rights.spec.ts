import { readFileSync } from "node:fs";
import { ENDPOINTS, fillPath, hasRight, type Right, type Role } from "@/core/contract";
import { expect, test } from "./fixtures";
import { at, signInAs } from "./helpers";
import { filled, leaked, NAMES, placesOf } from "./ways";

/** One of the demo's people for each role, and somebody who belongs to another plant only. */
const PEOPLE: Array<[email: string, role: Role | undefined]> = [
  ["per@tarnhollow.example", "reader"],
  ["tomas@tarnhollow.example", "technician"],
  ["marta@tarnhollow.example", "lead"],
  ["ines@tarnhollow.example", "administrator"],
];
const PASSWORD = "quiet-kiln-26";
const ELSEWHERE = "Elsewhere Works";
const STRANGER = "lena@elsewhere.example";
const MAY_NOT = "You may not see this page.";

const RIGHT_OF_PAGE = new Map<string, Right>(
  placesOf("page.tsx").flatMap((each): Array<[string, Right]> => {
    const right = /\bpage\("(\w+)"/.exec(readFileSync(`app/${each.join("/")}/page.tsx`, "utf8"))?.[1];
    return right ? [[each.join("/"), right as Right]] : [];
  }),
);

/** Signs somebody in without a browser; gives the session's cookie. */
async function enter(base: string, email: string): Promise<string> {
  const answer = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { origin: base, "content-type": "application/json" },
    body: JSON.stringify({ email, password: PASSWORD }),
  });
  expect([email, answer.status]).toEqual([email, 200]);
  return cookiesOf(answer.headers.getSetCookie().map((each) => each.split(";")[0]!));
}

const cookiesOf = (pairs: string[]): string => pairs.join("; ");

/** Asks for a way in as its contract says, with next to nothing in it: what counts is whether one is let through. */
function tryWay(cookie: string, base: string, { method, path, takes }: (typeof ENDPOINTS)[number]) {
  // Without a session named it would end all of somebody's others.
  const some = path === "/api/own/sign-out" ? { session: "none" } : {};
  const json = method === "POST" && takes === "json";
  return fetch(`${base}${fillPath(path, NAMES)}`, {
    method,
    headers: { cookie, origin: base, ...(json ? { "content-type": "application/json" } : {}) },
    body: json ? JSON.stringify(some) : undefined,
  });
}

/** What one is told of a page. */
function tryPage(cookie: string, base: string, path: string) {
  return fetch(`${base}/${filled(path.split("/")).join("/")}`, { headers: { cookie } });
}

test.describe("every role before every way in and every page", () => {
  for (const [email, role] of PEOPLE)
    test(`${role}`, async ({ baseURL }) => {
      const cookie = await enter(baseURL!, email);
      for (const way of ENDPOINTS) {
        if (way.open || way.sends === "events") continue;
        const { status, body } = await tryWay(cookie, baseURL!, way);
        await body?.cancel();
        // Who is taken for nobody would be refused nothing here either.
        expect([way.method, way.path, status === 401, status === 403]).toEqual([
          way.method,
          way.path,
          false,
          !hasRight(role, way.right),
        ]);
      }
      expect(RIGHT_OF_PAGE.size).toBeGreaterThanOrEqual(16);
      for (const [path, right] of RIGHT_OF_PAGE) {
        const answer = await tryPage(cookie, baseURL!, path);
        const refused = (await answer.text()).includes(MAY_NOT);
        expect([path, answer.url.includes("/sign-in"), refused]).toEqual([
          path,
          false,
          !hasRight(role, right),
        ]);
      }
    });
});

test("who belongs to another plant learns nothing of this one; who is asked in chooses a password and sees theirs", async ({
  page,
  browser,
  baseURL,
}) => {
  await signInAs(page, "ines@tarnhollow.example");
  await page.goto(at("/people"));
  await page.getByRole("button", { name: "Add a plant" }).click();
  await page.getByLabel("Name").fill(ELSEWHERE);
  await page.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByRole("link", { name: ELSEWHERE }).first()).toBeVisible();

  await page.getByRole("button", { name: "Ask somebody in" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Name", { exact: true }).fill("Lena Brandt");
  await dialog.getByLabel("E-mail address").fill(STRANGER);
  await dialog.getByLabel("Tarn Hollow Tileworks").selectOption("");
  await dialog.getByLabel(ELSEWHERE).selectOption("lead");
  await dialog.getByRole("button", { name: "Make the invitation" }).click();
  const address = await page.getByLabel("Address of the invitation").inputValue();

  const context = await browser.newContext({ baseURL });
  const theirs = await context.newPage();
  await theirs.goto(address);
  await expect(theirs.getByText("Lena Brandt, choose the password")).toBeVisible();
  await theirs.getByLabel("Password", { exact: true }).fill("short");
  await theirs.getByRole("button", { name: "Choose it" }).click();
  await expect(theirs.getByText("At least 10 characters")).toBeVisible();
  await theirs.getByLabel("Password", { exact: true }).fill(PASSWORD);
  await theirs.getByLabel("The same again").fill(PASSWORD);
  await theirs.getByRole("button", { name: "Choose it" }).click();
  await theirs.waitForURL(/\/plants\/elsewhere-works$/);
  await expect(theirs.getByText("Lena Brandt")).toBeVisible();

  // The invitation is spent.
  await page.goto(address);
  await expect(page.getByText("This invitation does not hold any more")).toBeVisible();

  const cookie = cookiesOf((await context.cookies()).map((each) => `${each.name}=${each.value}`));
  for (const way of ENDPOINTS) {
    if (!way.path.includes(":plant")) continue;
    const answer = await tryWay(cookie, baseURL!, way);
    expect([way.path, answer.status, leaked(await answer.text())]).toEqual([way.path, 404, []]);
  }
  for (const path of RIGHT_OF_PAGE.keys()) {
    const answer = await tryPage(cookie, baseURL!, path);
    expect([path, answer.status, leaked(await answer.text())]).toEqual([path, 404, []]);
  }
  await context.close();
});

test("a reader follows and is offered nothing; an account that is closed is out at once", async ({
  page,
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL });
  const reader = await context.newPage();
  await signInAs(reader, "per@tarnhollow.example");
  await reader.goto(at("/positions/KL-03"));
  await expect(reader.getByRole("heading", { name: /Record \d+/ })).toBeVisible();
  await expect(reader.getByRole("link", { name: /Restore/ })).toHaveCount(0);
  await expect(reader.getByRole("button", { name: "Add a note" })).toHaveCount(0);
  await reader.goto(at("/bench"));
  await expect(reader.getByText("You follow here")).toBeVisible();
  await expect(reader.getByRole("button", { name: "Connect", exact: true }).first()).toBeDisabled();

  await signInAs(page, "ines@tarnhollow.example");
  await page.goto(at("/people"));
  const row = page.getByRole("listitem").filter({ hasText: "per@tarnhollow.example" });
  // Not of this plant for a moment: the open page says that, not that the program is dead.
  const belongs = async (role: string): Promise<void> => {
    await row.getByRole("button", { name: "Change" }).click();
    const choice = page.getByRole("dialog");
    await choice.getByLabel("Tarn Hollow Tileworks").selectOption({ label: role });
    await choice.getByRole("button", { name: "Keep this" }).click();
    await expect(choice).toHaveCount(0);
  };
  await belongs("does not belong to it");
  await expect(reader.getByLabel("Live line")).toContainText("You do not belong to this plant any more");
  await belongs("reader");
  await expect(reader.getByLabel("Live line")).not.toContainText("You do not belong to this plant any more");

  await row.getByRole("button", { name: "Close account" }).click();
  await page.getByRole("button", { name: "Close the account" }).click();
  await expect(row.getByRole("button", { name: "Open again" })).toBeVisible();
  await expect(reader.getByLabel("Live line")).toContainText("You are signed out", { timeout: 20_000 });
  await reader.goto("/sign-in");
  await reader.getByLabel("E-mail address").fill("per@tarnhollow.example");
  await reader.getByLabel("Password").fill(PASSWORD);
  await reader.getByRole("button", { name: "Sign in" }).click();
  await expect(reader.getByText("This account is closed")).toBeVisible();
  await row.getByRole("button", { name: "Open again" }).click();
  await expect(row.getByRole("button", { name: "Close account" })).toBeVisible();
  await context.close();
});
