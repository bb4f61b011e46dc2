import { TextEncoder } from "node:util";
import { describe, expect, test } from "@jest/globals";
import { act, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Component, type ReactNode } from "react";
import { hydrateRoot } from "react-dom/client";
import { factorySet, valuesByCode } from "@/core/set";
import { buildHead, buildSheet, packSheet, unpackSheet, type PackedSheet } from "@/core/sheet";
import { rill } from "@/families/testing";
import { InPlant, withPage } from "@/features/testing";
import { ArrivingSheet } from "./arriving-sheet";
import { sendSheet, takeSheet, type SentSheet } from "./send-sheet";

withPage();

const sheet = buildSheet(rill, "R-030", [
  { id: "r", title: "Record 1", source: "record", values: valuesByCode(factorySet(rill, "R-030")) },
]);
const page = (sent: SentSheet) => (
  <InPlant>
    <ArrivingSheet sent={sent} />
  </InPlant>
);

class Otherwise extends Component<{ children: ReactNode }, { error?: Error }> {
  override state: { error?: Error } = {};
  static getDerivedStateFromError = (error: Error) => ({ error });
  override render() {
    return this.state.error ? `Said instead: ${this.state.error.message}` : this.props.children;
  }
}

describe("a sheet that is sent with its page", () => {
  test("what draws the page gets it as it is, and it follows packed; then it is with nobody", async () => {
    const sent = sendSheet(() => sheet, true);
    expect(takeSheet(sent)).toBe(sheet);
    // A page may be drawn in two goes.
    expect(takeSheet(sent)).toBe(sheet);
    expect(unpackSheet(await sent.rest)).toEqual(sheet);
    expect(takeSheet(sent)).toBeUndefined();
  });

  test("where its page is not drawn on the server, or nobody comes for it, it is packed all the same", async () => {
    const asData = sendSheet(() => sheet, false);
    expect(takeSheet(asData)).toBeUndefined();
    expect(unpackSheet(await asData.rest)).toEqual(sheet);
    const forgotten = sendSheet(() => sheet, true);
    expect(unpackSheet(await forgotten.rest)).toEqual(sheet);
    expect(takeSheet(forgotten)).toBeUndefined();
  });

  test("its rows are in the page before it is packed; the browser takes the very same page over once the rest is there", async () => {
    globalThis.TextEncoder ??= TextEncoder as typeof globalThis.TextEncoder;
    const { renderToString } = await import("react-dom/server.edge");
    const place = document.body.appendChild(document.createElement("div"));
    place.innerHTML = renderToString(page(sendSheet(() => sheet, true)));
    const row = place.querySelector("[data-code]");
    expect(row).toBeTruthy();

    let arrive!: (packed: PackedSheet) => void;
    const sent = {
      key: "of another process",
      rest: new Promise<PackedSheet>((resolve) => (arrive = resolve)),
    };
    const otherwise: unknown[] = [];
    const root = await act(() =>
      Promise.resolve(hydrateRoot(place, page(sent), { onRecoverableError: (each) => otherwise.push(each) })),
    );
    const find = within(place).getByLabelText("Find in this sheet");
    await act(async () => {
      arrive(packSheet(sheet));
      await sent.rest;
    });
    expect(otherwise).toEqual([]);
    expect(place.querySelector("[data-code]")).toBe(row);
    await userEvent.type(find, "17r");
    await waitFor(() =>
      expect(screen.getAllByRole("row").flatMap((each) => each.getAttribute("data-code") ?? [])).toEqual([
        "17r",
      ]),
    );
    act(() => root.unmount());
  });

  test("of one that is long the first rows that differ are there at once; the rest is made after, and takes their place", async () => {
    const values = (changed: Record<string, number>) =>
      new Map([...valuesByCode(factorySet(rill, "R-030")), ...Object.entries(changed)]);
    const columns = [
      { id: "1", title: "Record 1", source: "record" as const, values: values({}) },
      { id: "2", title: "Record 2", source: "record" as const, values: values({ "1r": 250, "4r": 180 }) },
    ];
    let made = 0;
    const sent = sendSheet(
      () => {
        made += 1;
        return buildSheet(rill, "R-030", columns);
      },
      false,
      () => buildHead(rill, "R-030", columns, 1),
    );
    expect(made).toBe(0);
    const { container, rerender } = render(<ArrivingSheet sent={sent} columns="1,2" start="differences" />, {
      wrapper: InPlant,
    });
    const codes = () =>
      [...container.querySelectorAll("[data-code]")].map((each) => each.getAttribute("data-code"));
    expect(codes()).toEqual(["1r"]);
    expect(screen.getByText("First rows; the rest is coming")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Differences" })).toBeTruthy();
    await act(() => sent.rest);
    expect(codes()).toEqual(["1r", "4r"]);
    expect(screen.queryByText("First rows; the rest is coming")).toBeNull();
    expect(screen.getByRole("button", { name: "Differences 2" })).toBeTruthy();
    expect(made).toBe(1);

    // Refreshed, the whole of before stays until the whole of now is there; with another column its own head comes.
    const refreshed = { ...sent, key: "2", rest: new Promise<PackedSheet>(() => undefined) };
    rerender(<ArrivingSheet sent={refreshed} columns="1,2" start="differences" />);
    expect(codes()).toEqual(["1r", "4r"]);
    rerender(<ArrivingSheet sent={refreshed} columns="1,2,3" start="differences" />);
    expect(codes()).toEqual(["1r"]);
  });

  test("when the rest cannot be made, that is said in place of the rows", async () => {
    const sent = sendSheet(
      () => {
        throw new Error("no such thing");
      },
      false,
      () => ({ ...sheet, coming: true }),
    );
    render(
      <Otherwise>
        <ArrivingSheet sent={sent} columns="1,2" start="differences" />
      </Otherwise>,
      { wrapper: InPlant },
    );
    expect(screen.getByText("First rows; the rest is coming")).toBeTruthy();
    await waitFor(() => expect(screen.getByText("Said instead: no such thing")).toBeTruthy());
  });
});
