import { beforeEach, describe, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { PlantRole, PositionLine, PositionWindow } from "@/core/contract";
import { USUAL_THRESHOLDS } from "@/core/readiness";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { Plant } from "./plant";

withPage();

let answerTo: (asked: Asked) => object | undefined;
let went: string[];
const asked = withServer((each) => answerTo(each));
beforeEach(() => {
  answerTo = () => undefined;
  went = [];
});
const line = (tag: string, more: Partial<PositionLine> = {}): PositionLine => ({
  tag,
  title: "Roller drive",
  area: "Kiln",
  family: "Rill",
  machine: "",
  jobNumber: "",
  asStanding: true,
  verdict: "ready",
  reasons: [],
  ...more,
});
const COUNTS = { no: 1, "with-care": 0, ready: 2 };
const windowOf = (lines: PositionLine[], more: Partial<PositionWindow> = {}): PositionWindow => ({
  counts: COUNTS,
  retired: 0,
  mends: { read: 0, raise: 0 },
  areas: [{ name: "Kiln", fit: lines.length, counts: COUNTS }],
  total: lines.length,
  from: 0,
  lines,
  ...more,
});
const show = (first: PositionWindow, role: PlantRole = "lead") =>
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to), refresh: () => undefined } as never}>
      <RoleProvider role={role}>
        <InPlant>
          <Plant first={first} thresholds={USUAL_THRESHOLDS} />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );
const rows = () =>
  within(screen.getByRole("grid", { name: "Positions" }))
    .getAllByRole("row")
    .map((each) => each.textContent);

test("how many could be replaced tonight stands first; areas head their positions, and each leads to its page", () => {
  show(windowOf([line("KL-01"), line("KL-02"), line("KL-03", { verdict: "no" })]));
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe(
    "If a drive died tonight: 2 of 3 positions are ready, 0 with care, 1 not.",
  );
  expect(rows()[0]).toContain("Kiln2 ready, 0 with care, 1 not");
  expect(rows()).toHaveLength(4);
  expect(screen.getByRole("link", { name: "KL-03" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/positions/KL-03",
  );
  expect(asked).toEqual([]);
});

test("what is looked for holds together and is asked of the server", async () => {
  const user = userEvent.setup();
  answerTo = () => ({ value: windowOf([line("KL-03", { verdict: "no" })]) });
  show(windowOf([line("KL-01"), line("KL-02"), line("KL-03", { verdict: "no" })]));
  await user.click(screen.getByText("not 1"));
  await user.selectOptions(screen.getByLabelText("Area"), "Kiln");
  await user.selectOptions(screen.getByLabelText("Order within an area"), "tag");
  await screen.findByText("1 of 3");
  await waitFor(() =>
    expect(asked.at(-1)!.query).toEqual({
      verdict: "no",
      area: "Kiln",
      order: "tag",
      from: "0",
      count: "50",
    }),
  );
  expect(rows()).toHaveLength(2);
});

test("where the list cannot be fetched anew, what stood there stays, and is said to be from before", async () => {
  const user = userEvent.setup();
  show(windowOf([line("KL-01"), line("KL-02"), line("KL-03")]));
  await user.click(screen.getByText("not 1"));
  const notice = await screen.findByText(/What stands here is from before/, {}, { timeout: 10_000 });
  expect(notice.textContent).toMatch(/does not answer/);
  expect(rows()).toHaveLength(4);
}, 15_000);

test("a plant without positions says what will stand here; to a reader nothing is offered", () => {
  const none = { no: 0, "with-care": 0, ready: 0 };
  const { unmount } = show(windowOf([], { counts: none, areas: [] }));
  expect(screen.getByRole("link", { name: "Connect a drive" })).toBeTruthy();
  unmount();
  show(windowOf([], { counts: none, areas: [] }), "reader");
  expect(screen.getByText("The plant's positions will stand here.")).toBeTruthy();
  expect(screen.queryByRole("link")).toBeNull();
  expect(screen.queryByRole("button")).toBeNull();
});

describe("what one click would mend", () => {
  const MENDS = { read: 2, raise: 2 };
  const raise = [
    { tag: "KL-01", title: "Roller 1", record: 7, takenAt: 0, byName: "Ines" },
    { tag: "KL-02", title: "Roller 2", record: 4, takenAt: 0, byName: "Ines" },
  ];

  test("a round over what wants to be read, as it is at that moment", async () => {
    answerTo = ({ path }) =>
      path.endsWith("/rounds") ? { value: { id: 9 } } : { value: { read: ["KL-01"], raise } };
    show(windowOf([line("KL-01")], { mends: MENDS }));
    await userEvent.setup().click(screen.getByRole("button", { name: /over 2 positions to be read/ }));
    await waitFor(() => expect(went).toEqual(["/plants/tarn-hollow/rounds/9"]));
    expect(sentIn(asked)).toEqual([
      { name: expect.stringMatching(/^What wants to be read/), tags: ["KL-01"] },
    ]);
  });

  test("what somebody else did meanwhile begins no round and opens no empty list", async () => {
    answerTo = () => ({ value: { read: [], raise: [] } });
    const user = userEvent.setup();
    show(windowOf([line("KL-01")], { mends: MENDS }));
    await user.click(screen.getByRole("button", { name: /over 2 positions to be read/ }));
    await user.click(screen.getByRole("button", { name: /Raise what was read/ }));
    await waitFor(() => expect(asked).toHaveLength(2));
    expect(sentIn(asked)).toEqual([]);
    expect(went).toEqual([]);
    expect(screen.queryByRole("dialog")).toBeNull();
  });

  test("several records are raised with one reason, without those that somebody is not sure of", async () => {
    answerTo = ({ method }) => ({ value: method === "POST" ? { raised: 1, left: [] } : { read: [], raise } });
    const user = userEvent.setup();
    show(windowOf([line("KL-01")], { mends: MENDS }));
    await user.click(screen.getByRole("button", { name: /Raise what was read at 2 positions/ }));
    const dialog = within(await screen.findByRole("dialog"));
    await user.click(dialog.getByRole("checkbox", { name: /KL-02/ }));
    await user.type(dialog.getByLabelText("Why these"), "runs well");
    await user.click(dialog.getByRole("button", { name: "Raise 1 record" }));
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    expect(sentIn(asked)).toEqual([{ records: [{ tag: "KL-01", record: 7 }], text: "runs well" }]);
  });

  test("who may not raise is not offered it, who may only look neither", () => {
    const { unmount } = show(windowOf([line("KL-01")], { mends: MENDS }), "technician");
    expect(screen.queryByRole("button", { name: /Raise what was read/ })).toBeNull();
    expect(screen.getByRole("button", { name: /to be read/ })).toBeTruthy();
    unmount();
    show(windowOf([line("KL-01")], { mends: MENDS }), "reader");
    expect(screen.queryByRole("button", { name: /to be read/ })).toBeNull();
  });
});
