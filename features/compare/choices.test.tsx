import { afterEach, expect, jest, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComponentProps } from "react";
import type { ConnectionView } from "@/core/contract";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Choices } from "./choices";
import { ConnectedChoice } from "./connected-choice";

withPage();
withServer(() => undefined);
afterEach(() => {
  jest.restoreAllMocks();
});

function inOneHand(): void {
  jest
    .spyOn(window, "matchMedia")
    .mockReturnValue({ matches: true, addEventListener() {}, removeEventListener() {} } as never);
}
const shown = (tokens: string[], on: Partial<ComponentProps<typeof Choices>> = {}) =>
  render(
    <Choices
      tokens={tokens}
      twins={[{ name: "Kiln rollers", tags: ["KL-01", "KL-02"] }]}
      byMeaning={false}
      onAdd={() => undefined}
      onShow={() => undefined}
      onBy={() => undefined}
      {...on}
    />,
    { wrapper: InPlant },
  );

test("twins are set beside each other in one press, and everything is taken away in another", async () => {
  const all: string[][] = [];
  shown(["KL-01:standing"], { onShow: (tokens) => all.push(tokens) });
  await userEvent.click(screen.getByRole("button", { name: "Twins: Kiln rollers" }));
  await userEvent.click(screen.getByRole("button", { name: "Clear" }));
  expect(all).toEqual([["KL-01:standing", "KL-02:standing"], []]);
  // One alone is no comparison that could be printed.
  expect(screen.queryByText(/Differences as/)).toBeNull();
});

test("where the plant's positions cannot be asked for, that is said, and not that none fits", async () => {
  shown([]);
  await userEvent.type(screen.getByLabelText("Position"), "KL");
  expect(await screen.findByText(/does not answer/)).toBeTruthy();
  expect(screen.queryByText("No position fits.")).toBeNull();
});

test("in one hand what stands beside each other has the room; the choices come when they are asked for", async () => {
  inOneHand();
  shown(["KL-01:standing", "KL-04:standing"]);
  expect(screen.queryByLabelText("Position")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Add, leave out or print ..." }));
  expect(screen.getByLabelText("Position")).toBeTruthy();
  expect(screen.getByText(/Differences as/)).toBeTruthy();
});
test("in one hand with nothing to read yet the choices are there", () => {
  inOneHand();
  shown(["KL-01:standing"]);
  expect(screen.getByLabelText("Position")).toBeTruthy();
});

test("drives stand beside as connected while they are, each told from the others; many are a list", async () => {
  const drive = (id: string, tag: string | undefined, more: Partial<ConnectionView> = {}) =>
    ({
      id,
      phase: "connected",
      reading: { phase: "done" },
      identity: { serial: `S-${id}` },
      position: tag && { tag },
      ...more,
    }) as ConnectionView;
  const chosen: string[] = [];
  const offer = (...connections: ConnectionView[]) => (
    <ConnectedChoice
      connections={connections}
      tokens={["KL-01:7", "live:g"]}
      onChoose={(token) => chosen.push(token)}
    />
  );
  const lost = drive("d", "KL-03", { phase: "lost" });
  const writtenTo = drive("e", "KL-04", { outdated: { since: 1, by: "sent" } });
  const { rerender } = render(
    offer(drive("a", "KL-01"), drive("b", undefined), lost, writtenTo, drive("g", "KL-07")),
  );
  const buttons = screen.getAllByRole("button").map((each) => each.textContent);
  expect(buttons).toEqual(["Add KL-01 as connected", "Add S-b as connected"]);
  rerender(offer(drive("a", "KL-01"), drive("b", "KL-02"), drive("c", "KL-02"), drive("f", "KL-05")));
  const options = screen.getAllByRole("option").map((each) => each.textContent);
  expect(options).toEqual(["as connected ...", "KL-01", "KL-02, S-b", "KL-02, S-c", "KL-05"]);
  await userEvent.selectOptions(screen.getByLabelText("A connected drive"), "KL-02, S-c");
  expect(chosen).toEqual(["live:c"]);
});
