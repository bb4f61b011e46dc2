import { beforeEach, expect, jest, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { NewBatch } from "./new-batch";

withPage();
/** What the server says to whoever begins: the warning first, trouble, or that it has begun. */
let says: "warning" | "trouble" | "begun" | "nothing" = "begun";
const asked = withServer(({ path }) => {
  if (path.endsWith("/acknowledgement")) {
    says = "begun";
    return { value: null };
  }
  if (says === "nothing") return undefined;
  if (says === "begun") return { value: { id: 12 } };
  const kind = says === "warning" ? "not-acknowledged" : "not-now";
  return { trouble: { kind, text: "KL-02 has no noted way.", remedy: "Connect it once." } };
});
const push = jest.fn();
beforeEach(() => {
  says = "begun";
  push.mockClear();
});

const AREAS = [
  {
    name: "Kiln",
    positions: [
      { tag: "KL-01", title: "Roller drive 1", standing: 7 },
      { tag: "KL-02", title: "Roller drive 2" },
    ],
  },
  { name: "Pressing", positions: [{ tag: "PR-01", title: "Feeder", standing: 1 }] },
];
const shown = (from?: { tag: string; record: number }) =>
  render(
    <AppRouterContext value={{ push } as never}>
      <InPlant>
        <RoleProvider role="technician">
          <NewBatch name="Tomas Lind" areas={AREAS} earlier={[]} tags={["KL-01"]} from={from} />
        </RoleProvider>
      </InPlant>
    </AppRouterContext>,
  );
const begin = () => screen.getByRole("button", { name: /^Connect and read/ });

test("chosen by tag, also those that a search hides meanwhile; each gets its own standing record, and who has none is said", async () => {
  const user = userEvent.setup();
  shown();
  expect(screen.getByText("no standing record")).toBeTruthy();
  await user.type(screen.getByLabelText("Find"), "feeder");
  expect(screen.queryByLabelText(/KL-01/)).toBeNull();
  await user.click(screen.getByLabelText(/PR-01/));
  await user.click(screen.getByLabelText("go on with the others"));
  expect(begin().textContent).toBe("Connect and read 2 drives");
  await user.click(begin());
  await waitFor(() => expect(push).toHaveBeenCalledWith("/plants/tarn-hollow/batches/12"));
  expect(sentIn(asked)).toEqual([{ tags: ["KL-01", "PR-01"], onTrouble: "go-on" }]);
});

test("one record for all of them wants to be named whole", async () => {
  const user = userEvent.setup();
  shown({ tag: "KL-03", record: 7 });
  const record = screen.getByLabelText("Record");
  await user.clear(record);
  await user.type(record, "seven");
  expect(begin()).toHaveProperty("disabled", true);
  await user.clear(record);
  await user.type(record, "5");
  await user.click(begin());
  await waitFor(() => expect(push).toHaveBeenCalled());
  expect(sentIn(asked)).toEqual([
    { tags: ["KL-01"], source: { tag: "KL-03", record: 5 }, onTrouble: "stop" },
  ]);
});

test("nothing begins before the warning is acknowledged by name; then it begins with what was chosen", async () => {
  says = "warning";
  const user = userEvent.setup();
  shown();
  await user.click(begin());
  const yes = await screen.findByRole("button", { name: "I, Tomas Lind, have read this" });
  expect(push).not.toHaveBeenCalled();
  await user.click(yes);
  await waitFor(() => expect(push).toHaveBeenCalledWith("/plants/tarn-hollow/batches/12"));
});

test("trouble is said with its remedy, and what was chosen stays; a server that does not answer too", async () => {
  const user = userEvent.setup();
  shown();
  for (const [what, words] of [
    ["trouble", "Connect it once."],
    ["nothing", "Calm Ledger itself does not answer."],
  ] as const) {
    says = what;
    await user.click(begin());
    expect(await screen.findByText(words)).toBeTruthy();
    expect(begin()).toHaveProperty("disabled", false);
    expect(screen.getByLabelText(/KL-01/)).toHaveProperty("checked", true);
  }
});
