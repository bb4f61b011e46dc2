import { expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { StandInView } from "@/core/contract";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { Cabinet } from "./cabinet";

withPage();

let drives: StandInView[];
let silent = false;
const asked = withServer(({ method }) => (silent ? undefined : { value: method === "POST" ? null : drives }));
const sent = () => sentIn(asked);

const drive = (tag: string, more: Partial<StandInView> = {}): StandInView =>
  ({
    line: "kl-03",
    lineTitle: "Kiln roller 3",
    port: 15003,
    disturbance: "none",
    plugged: true,
    tag,
    rating: "R-030",
    ratings: [{ id: "R-030", name: "Rill 3 kW" }],
    firmware: "4.4",
    serial: `FR-${tag}`,
    address: 1,
    powered: true,
    mains: true,
    trip: 0,
    canMiss: [],
    axes: 1,
    asksPermission: true,
    ...more,
  }) as StandInView;

function show(...all: StandInView[]): void {
  drives = all;
  render(
    <InPlant>
      <Cabinet first={all} families={[]} trouble={undefined} />
    </InPlant>,
  );
}
const at = (tag: string) => within(document.querySelector<HTMLElement>(`[data-tag="${tag}"]`)!);

test("says that these are no real drives, and how each stands", () => {
  show(drive("KL-03", { turning: true, permission: true }), drive("KL-04", { powered: false, trip: 7 }));
  expect(document.body.textContent).toContain("These are no real drives.");
  expect(at("KL-03").getByText(/address 1: on, turns, writing open/)).toBeTruthy();
  expect(at("KL-04").getByText(/address 1: off, trip 7/)).toBeTruthy();
});

test("what hands do is done to the drive that they are at, and to no other", async () => {
  const user = userEvent.setup();
  show(drive("KL-03"), drive("KL-04"));
  await user.click(at("KL-04").getByRole("button", { name: "Permit writing" }));
  await user.click(at("KL-03").getByRole("button", { name: "Switch off" }));
  await user.click(screen.getByRole("button", { name: "Pull cable" }));
  await waitFor(() => expect(sent()).toHaveLength(3));
  expect(sent()).toMatchObject([
    { line: "kl-03", tag: "KL-04", act: "give-permission" },
    { line: "kl-03", tag: "KL-03", act: "power-off" },
    { line: "kl-03", act: "pull" },
  ]);
});

test("when the program falls silent, what was seen last stays and is said to be from before; not what came with the page", async () => {
  const user = userEvent.setup();
  const first = drive("KL-03");
  show(first);
  drives = [{ ...first, powered: false }];
  await user.click(screen.getByRole("button", { name: "Pull cable" }));
  expect(await at("KL-03").findByText(/address 1: off/)).toBeTruthy();
  silent = true;
  await user.click(screen.getByRole("button", { name: "Pull cable" }));
  expect(await screen.findByText(/What stands here is from before/)).toBeTruthy();
  expect(at("KL-03").getByText(/address 1: off/)).toBeTruthy();
  silent = false;
});

test("a drive that is off or tripped cannot be started, nor one whose power part is dead", () => {
  show(
    drive("KL-03", { powered: false }),
    drive("KL-04", { trip: 7 }),
    drive("KL-05", { mains: false, canDieHalf: true }),
  );
  for (const tag of ["KL-03", "KL-04", "KL-05"])
    expect(at(tag).getByRole<HTMLButtonElement>("button", { name: "Start motor" }).disabled).toBe(true);
});

test("a firmware is put on by its name", async () => {
  const user = userEvent.setup();
  show(drive("KL-03"));
  await user.click(at("KL-03").getByRole("button", { name: "Change its firmware" }));
  const field = await screen.findByLabelText("Firmware");
  await user.clear(field);
  await user.type(field, "4.6");
  await user.click(screen.getByRole("button", { name: "Put it on" }));
  await waitFor(() => expect(sent()).toMatchObject([{ tag: "KL-03", act: "update", firmware: "4.6" }]));
});
