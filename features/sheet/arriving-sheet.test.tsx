/** @jest-environment jsdom */
import { TextEncoder } from "node:util";
import { describe, expect, test } from "@jest/globals";
import { act, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { hydrateRoot } from "react-dom/client";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet, packSheet, unpackSheet, type PackedSheet } from "@/core/sheet";
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

describe("a sheet that is sent with its page", () => {
  test("what draws the page gets it as it is, and it follows packed; then it is with nobody", async () => {
    const sent = sendSheet(sheet, true);
    expect(takeSheet(sent)).toBe(sheet);
    // A page may be drawn in two goes.
    expect(takeSheet(sent)).toBe(sheet);
    expect(unpackSheet(await sent.rest)).toEqual(sheet);
    expect(takeSheet(sent)).toBeUndefined();
  });

  test("where its page is not drawn on the server, or nobody comes for it, it is packed all the same", async () => {
    const asData = sendSheet(sheet, false);
    expect(takeSheet(asData)).toBeUndefined();
    expect(unpackSheet(await asData.rest)).toEqual(sheet);
    const forgotten = sendSheet(sheet, true);
    expect(unpackSheet(await forgotten.rest)).toEqual(sheet);
    expect(takeSheet(forgotten)).toBeUndefined();
  });

  test("its rows are in the page before it is packed; the browser takes the very same page over once the rest is there", async () => {
    globalThis.TextEncoder ??= TextEncoder as typeof globalThis.TextEncoder;
    const { renderToString } = await import("react-dom/server.edge");
    const place = document.body.appendChild(document.createElement("div"));
    place.innerHTML = renderToString(page(sendSheet(sheet, true)));
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
});
