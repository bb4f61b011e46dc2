import { expect, type Cookie, type Locator, type Page } from "@playwright/test";

/** An address within the demo plant. */
export const at = (path: string): string => `/plants/tarn-hollow${path === "/" ? "" : path}`;

const INES = "ines@tarnhollow.example";
/** Ines' session, once she has signed in: the same for all tests of this worker. */
let session: Cookie[] | undefined;

/** Ines is signed in from here on, in a page of this application that shows nothing yet; she fills the form in once. */
export async function signIn(page: Page): Promise<void> {
  if (session) {
    await page.context().addCookies(session);
    await page.goto("/icon.svg");
  } else {
    await signInAs(page, INES);
    session = await page.context().cookies();
  }
}

/** Signs in as one of the demo plant's people, through the form. */
export async function signInAs(page: Page, email: string): Promise<void> {
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill(email);
  await page.getByLabel("Password").fill("quiet-kiln-26");
  await page.getByRole("button", { name: "Sign in" }).click();
  // Who belongs to several plants is asked which.
  await page.waitForURL((url) => url.pathname !== "/sign-in");
  await page.goto(at("/"));
  // Whatever the window's size: areas further down are drawn as one scrolls.
  await expect(page.getByRole("heading", { name: /^If a drive died tonight/ })).toBeVisible();
}

/** Goes to the bench and acknowledges the warning before live work. */
export async function openBench(page: Page): Promise<void> {
  await page.goto(at("/bench"));
  const acknowledge = page.getByRole("button", { name: /have read this/ });
  await expect(acknowledge.or(page.getByRole("heading", { name: "Connect to a drive" }))).toBeVisible();
  if (await acknowledge.isVisible()) await acknowledge.click();
  await expect(page.getByRole("heading", { name: "Connect to a drive" })).toBeVisible();
}

/** Connects the drive of a position and waits until it is read. */
export async function connect(page: Page, tag: string): Promise<void> {
  await openBench(page);
  await page.getByRole("button", { name: `Connect ${tag}` }).click();
  await page.waitForURL(/\/bench\/.+/);
  await expect(page.getByText(/^Read \d/)).toBeVisible({ timeout: 30_000 });
}

/** The way to the stand-ins of the plant that a page is on; of the demo plant where it is on none. */
const cabinetOf = (page: Page): string =>
  `/api${/^\/plants\/[^/]+/.exec(new URL(page.url()).pathname)?.[0] ?? at("/")}/cabinet`;

/** Does something at a stand-in's cabinet, through the application's own route. */
export async function atCabinet(
  page: Page,
  line: string,
  tag: string,
  act: string,
  more: object = {},
): Promise<void> {
  const answer = await page.request.post(cabinetOf(page), {
    data: { line, tag, act, ...more },
    headers: { origin: new URL(page.url()).origin },
  });
  expect(answer.ok()).toBe(true);
}

/** What stands at a cabinet now. */
export async function standIn(
  page: Page,
  tag: string,
): Promise<{ serial: string; volatile: boolean; trip: number }> {
  const answer = (await (await page.request.get(cabinetOf(page))).json()) as {
    value: Array<{ tag: string; serial: string; volatile: boolean; trip: number }>;
  };
  return answer.value.find((each) => each.tag === tag)!;
}

/**
 * Looks through the checks of a restore as a person would whose drive died: who is at the machine, and what was exchanged. Where another of its kind
 * is in reach, `serial` is read from its type plate.
 */
export async function lookThrough(page: Page, serial: string): Promise<void> {
  const plate = page.getByLabel("Its serial number ends in");
  if (await plate.isVisible()) await plate.fill(serial.slice(-4));
  await page.getByLabel("At the machine").fill("Tom Reid");
  // Asked only where the plan has what belongs to motor, encoder or mechanics.
  const drive = page.getByRole("checkbox", { name: "the drive" });
  if (!(await drive.isVisible())) return;
  await drive.check();
  await expect(page.getByText("The drive was exchanged.")).toBeVisible();
}

/** Lets go of every drive: those of a plant are the same for all its tests. What somebody else connected is asked about first. */
export async function letGoOfAll(page: Page): Promise<void> {
  if (!page.url().includes("/plants/")) await page.goto(at("/"));
  // A page that has just come does not know yet which drives there are.
  await expect(page.getByLabel("Live line")).not.toContainText("Asking which drives");
  const drives = page.getByLabel("Live line").getByRole("button", { name: "Let go", includeHidden: true });
  const although = page.getByRole("button", { name: "Let go all the same" });
  for (let left = await drives.count(); left > 0; left--) {
    await drives.first().click();
    await expect
      .poll(async () => (await drives.count()) === left - 1 || (await although.isVisible()))
      .toBe(true);
    if (await although.isVisible()) await although.click();
    await expect(drives).toHaveCount(left - 1);
  }
}

/** Somebody looks at everything that asks: looks in one go, decisions one by one with the keyboard. */
export async function decideAll(page: Page): Promise<void> {
  const looks = page.getByRole("button", { name: /^Looked at/ });
  while ((await looks.count()) > 0) await looks.first().click();
  const deciding = page.getByRole("region", { name: /^(Decide yourself|Out of the target's range)/ });
  for (const group of await deciding.all()) {
    const rows = group.locator("[data-carry-row]");
    for (let i = 0; i < (await rows.count()); i++) {
      if ((await rows.nth(i).textContent())!.includes("typed")) continue;
      await rows.nth(i).focus();
      await page.keyboard.press("t");
    }
  }
  await expect(page.getByText("Nothing is open any more.")).toBeVisible();
}

/** Makes the draft, enters it, and goes on to writing it to the connected drive. `partial` where the drive has settings that the record could not get. */
export async function restoreCarried(page: Page, serial: string, partial = false): Promise<void> {
  await page.getByRole("button", { name: "Make the draft" }).click();
  await page.waitForURL(/\/drafts\/\d+/);
  await expect(page.getByText(/Carried over from record \d+/)).toBeVisible();
  await page.getByRole("button", { name: /^Write it to / }).click();
  await page.getByLabel("What it is for").fill("The old one died.");
  await page.getByRole("button", { name: /Enter it, and write it to / }).click();
  await page.getByRole("button", { name: "Read the drive and check" }).click();
  // A drive of another family than the position's is asked about once.
  const although = page.getByRole("button", { name: /all the same$/ });
  const heading = partial ? /: record \d+, partial, → drive/ : /: record \d+ → drive/;
  await expect(although.or(page.getByRole("heading", { name: heading }))).toBeVisible();
  if (await although.isVisible()) await although.click();
  await page.waitForURL(/\/restore\/\d+/);
  await expect(page.getByRole("button", { name: /Write \d+ parameters?/ })).toBeVisible({ timeout: 30_000 });
  await lookThrough(page, serial);
  await page.getByRole("button", { name: /Write \d+ parameters?/ }).click();
}

/** Nothing is written that a person did not see, in one hand either: no cell of a table reaches out of its frame. */
export async function expectInSightInOneHand(page: Page, table: Locator): Promise<void> {
  const desk = page.viewportSize()!;
  await page.setViewportSize({ width: 390, height: 844 });
  const cut = await table.evaluate((each) => {
    const edge = each.parentElement!.getBoundingClientRect().right;
    const cells = [...each.querySelectorAll("td")];
    return cells.filter((cell) => cell.getBoundingClientRect().right > edge).map((cell) => cell.textContent);
  });
  expect(cut).toEqual([]);
  await page.setViewportSize(desk);
}
