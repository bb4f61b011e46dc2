import { expect, test } from "./fixtures";
import { at, signIn } from "./helpers";
import { expectSoundByDayAndNight } from "./sound";

/** Every main view, in the demo plant. */
const VIEWS = [
  "/",
  "/positions/KL-04",
  "/bench",
  "/compare?c=KL-01:standing&c=KL-04:standing",
  "/compare?c=KL-01:standing&c=BP-04:standing",
  "/ask?ask=deceleration%20time%20%3C%202%20s",
  "/families",
  "/families/fennimore-rill-4",
  "/families/import",
  "/inventory",
  "/journal",
  "/interface",
  "/cabinet",
  "/positions/KL-04/restore",
  "/batches?tags=KL-01,KL-02",
  "/positions/KL-04/carry-over?definition=fennimore-runnel-1&rating=N-055",
];

test.describe.configure({ mode: "parallel" });

for (const path of VIEWS)
  test(`${path} has no accessibility fault that a machine can find, by day and by night`, async ({
    page,
  }) => {
    await signIn(page);
    await page.goto(at(path));
    await expect(page.getByLabel("Live line")).toBeVisible();
    await expectSoundByDayAndNight(page);
  });
