import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ConnectionView, JobView, LiveEvent, PlantRole } from "@/core/contract";
import { driveKeyOf } from "@/core/drive";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { LiveLine } from "./live-line";

withPage();

/** What hears the server's events for the page; without a browser there is none. */
let stream: { tell: (message: LiveEvent) => void; says: (data: object) => void };
let sent: Array<{ address: string; body: unknown }>;
let answers: object[];
const { fetch, Worker } = globalThis;
beforeEach(() => {
  sent = [];
  answers = [];
  globalThis.fetch = ((address: string, { body }: RequestInit) => {
    sent.push({ address, body: body === undefined ? undefined : JSON.parse(body as string) });
    return Promise.resolve({ json: () => Promise.resolve(answers.shift() ?? {}) });
  }) as typeof globalThis.fetch;
  globalThis.Worker = class {
    onmessage: ((event: { data: object }) => void) | undefined;
    constructor() {
      const says = (data: object): void => act(() => this.onmessage!({ data }));
      stream = { says, tell: (message) => says({ data: JSON.stringify(message) }) };
    }
    postMessage(): void {}
    terminate(): void {}
  } as never;
});
afterEach(() => {
  Object.assign(globalThis, { fetch, Worker });
});

const IDENTITY = { definitionId: "rill", serial: "FR-1" } as NonNullable<ConnectionView["identity"]>;
const drive = (more: Partial<ConnectionView> = {}): ConnectionView => ({
  id: "a",
  linkName: "Kiln",
  link: { kind: "modbus-tcp", host: "10.0.0.7", port: 502 },
  unit: 3,
  phase: "connected",
  since: 0,
  fit: "fits",
  position: { tag: "KL-03", title: "Roller drive 3" },
  identity: IDENTITY,
  state: { running: false, volatile: false, tripped: false } as ConnectionView["state"],
  ...more,
});
const job = (place: JobView["place"], more: Partial<JobView> = {}): JobView =>
  ({
    id: 7,
    kind: "restore",
    open: true,
    tag: "KL-03",
    driveKey: driveKeyOf(IDENTITY),
    place,
    counts: { written: 3, planned: 5, refused: 1, unknown: 0, other: 1 },
    ...more,
  }) as JobView;

function show(role: PlantRole = "technician"): void {
  render(
    <InPlant>
      <RoleProvider role={role}>
        <LiveLine />
      </RoleProvider>
    </InPlant>,
  );
}
const stands = (connections: ConnectionView[], jobs: JobView[] = []): void =>
  stream.tell({ type: "snapshot", connections, jobs, searches: [] });
const text = (): string => screen.getByLabelText("Live line").textContent!.replace(/\s+/g, " ");

test("before anything is told no drive is said to be none", () => {
  show();
  expect(text()).toBe("Asking which drives are connected ...");
  stands([]);
  expect(text()).toBe("No drive is connected.");
});

test.each<[string, Partial<ConnectionView>, RegExp, RegExp]>([
  [
    "a motor that turns",
    { state: { running: true, volatile: false } as never },
    /motor turns/,
    /run command/,
  ],
  [
    "a run command that stands",
    { state: { running: false, runCommand: true } as never },
    /run command stands/,
    /turns/,
  ],
  ["volatile values", { state: { running: false, volatile: true } as never }, /volatile/, /turns/],
  ["a motor nobody tells of", { state: { volatile: false } as never }, /motor.*not told/, /turns/],
  [
    "a trip by its name",
    {
      state: {
        running: false,
        tripped: true,
        trip: { number: 4, name: "Bus too low", expected: false },
      } as never,
    },
    /trip 4: Bus too low/,
    /turns/,
  ],
  [
    "a dead power part, whose trips are expected",
    {
      state: {
        running: false,
        controlOnly: true,
        tripped: true,
        trip: { number: 4, name: "Bus", expected: true },
      } as never,
    },
    /control part only/,
    /trip 4/,
  ],
  [
    "under a definition that does not fit, no motor that stands",
    { fit: "nearest" },
    /motor.*not told/,
    /turns/,
  ],
  [
    "a drive that is lost, and nothing of what it did",
    { phase: "lost", state: { running: true } as never },
    /lost, trying again/,
    /turns/,
  ],
  [
    "a reading with its time left",
    { reading: { phase: "reading", share: 0.4, msLeft: 70_000 } as never },
    /being read, 40 %, 1 min 10 s left/,
    /turns/,
  ],
])("says %s", (_, shown, says, not) => {
  show();
  stands([drive(shown)]);
  expect(text()).toMatch(says);
  expect(text()).not.toMatch(not);
});

test("while the program is not heard nothing is said of what a drive does now; a snapshot ends that", () => {
  show();
  stands([drive({ state: { running: true, volatile: true } as never })]);
  expect(text()).toMatch(/KL-03 ?motor turns ?connected/);
  stream.says({ lost: true });
  expect(text()).toMatch(/does not answer since \d\d:\d\d/);
  expect(text()).toMatch(/KL-03.*what it does now.*not told/);
  expect(text()).not.toMatch(/motor turns|volatile|connected/);
  expect(document.documentElement.hasAttribute("data-unheard")).toBe(true);
  stands([drive()]);
  expect(text()).toMatch(/connected/);
  expect(document.documentElement.hasAttribute("data-unheard")).toBe(false);
});

test.each([
  ["signed-out", /You are signed out; what is shown is from before/, "Sign in", "/sign-in"],
  ["not-yours", /You do not belong to this plant any more/, "To your plants", "/"],
])("a stream that ends as %s is not told as a program that does not answer", (shut, says, name, href) => {
  show();
  stands([drive({ state: { running: true } as never })]);
  stream.says({ lost: true });
  stream.says({ shut });
  expect(text()).toMatch(says);
  expect(text()).not.toMatch(/does not answer|motor turns/);
  expect(screen.getByRole("link", { name }).getAttribute("href")).toBe(href);
  stands([]);
  expect(text()).toBe("No drive is connected.");
});

test.each<[JobView["place"], string, boolean]>([
  [{ stage: "write" } as never, "being written 5 of 10", false],
  [{ stage: "write", waitsFor: "permission" } as never, "waits for the write permission", false],
  [{ stage: "write", waitsFor: "person" } as never, "halted", true],
  [{ stage: "review" } as never, "waits to be looked through", true],
])("a restore at %j is told, and a drive at work is not let go", (place, says, mayLetGo) => {
  show();
  stands([drive()], [job(place)]);
  expect(text()).toContain(says);
  expect(screen.getByRole("link", { name: "restore" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/restore/7",
  );
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Let go" }).disabled).toBe(!mayLetGo);
});

test("a restore whose drive is not connected waits for it; one that is over is not told", () => {
  show();
  stands(
    [],
    [
      job({ stage: "write" } as never),
      job({ stage: "receipt" } as never, { id: 8, open: false, tag: "KL-05" }),
    ],
  );
  expect(text()).toBe("KL-03: restore waits for its drive");
});

test("letting go of a drive with something open asks first, and is done when that is agreed to", async () => {
  const user = userEvent.setup();
  show();
  stands([drive()]);
  const trouble = {
    kind: "ask-first",
    text: "Some of its values are volatile.",
    remedy: "Make them permanent.",
  };
  answers.push({ trouble }, { value: null });
  await user.click(screen.getByRole("button", { name: "Let go" }));
  await screen.findByText("Some of its values are volatile.");
  await user.click(screen.getByRole("button", { name: "Let go all the same" }));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent.map((each) => each.body)).toEqual([{}, { although: true }]);
});

test("a reader sees the drives and can let go of none", () => {
  show("reader");
  stands([drive()]);
  expect(text()).toContain("KL-03");
  expect(screen.queryByRole("button", { name: "Let go" })).toBeNull();
});

test("whoever is made less than they were is offered less at once, and more again", () => {
  show("technician");
  const told = (role: PlantRole): void =>
    stream.tell({ type: "snapshot", role, connections: [drive()], jobs: [], searches: [] });
  const offered = (): number => screen.queryAllByRole("button", { name: /Let go/ }).length;
  stands([drive()]);
  expect(offered()).toBe(1);
  told("reader");
  expect(offered()).toBe(0);
  told("lead");
  expect(offered()).toBe(1);
});
