import { describe, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ConnectionView } from "@/core/contract";
import type { AxisCourse } from "@/core/restore";
import { InPlant, withPage } from "@/features/testing";
import { changeOf, FirmwarePage } from "./firmware-page";
import { OneByOne } from "./one-by-one";

withPage();

const before = {
  number: 7,
  takenAt: 0,
  byName: "Ines Varga",
  serial: "FR-1",
  firmware: "4.4",
  ratingName: "Rill 3 kW",
  partial: false,
};
const drive = (
  serial: string,
  firmware: string,
  phase: ConnectionView["phase"] = "connected",
): ConnectionView => ({
  id: "a",
  linkName: "Kiln",
  link: { kind: "modbus-tcp", host: "10.0.0.7", port: 502 },
  unit: 3,
  phase,
  since: 0,
  identity: {
    vendor: "Fennimore",
    family: "Rill",
    definitionId: "fennimore-rill-4",
    rating: "R-030",
    ratingName: "Rill 3 kW",
    supply: "3 x 400 V",
    firmware,
    serial,
  },
});

describe("whether the firmware was changed", () => {
  test.each([
    ["the same drive, another firmware", drive("FR-1", "4.6"), "firmware"],
    ["the same drive as it was", drive("FR-1", "4.4"), undefined],
    ["another drive, whatever its firmware", drive("FR-2", "4.6"), "other"],
    ["a drive that is lost tells nothing", drive("FR-1", "4.6", "lost"), undefined],
    ["no drive at all", undefined, undefined],
  ])("%s", (_, here, expected) => {
    expect(changeOf(here, before)).toBe(expected);
    expect(changeOf(here, undefined)).toBeUndefined();
  });
});

describe("the page", () => {
  const page = (newest: typeof before | undefined, chosen?: typeof before) =>
    render(
      <InPlant>
        <AppRouterContext value={{} as never}>
          <FirmwarePage
            tag="KL-01"
            title="Roller drive 1"
            name="Ines Varga"
            newest={newest}
            before={chosen}
            way={undefined}
            axes={[]}
            carried={undefined}
            receipts={[]}
          />
        </AppRouterContext>
      </InPlant>,
    );
  test("first a record of before is chosen; a partial one is none", () => {
    page({ ...before, partial: true });
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /is the record of before/ }).disabled).toBe(
      true,
    );
    expect(document.body.textContent).toContain("It is partial");
  });
  test("then it waits for the vendor's own means, and offers nothing else", () => {
    page(before, before);
    expect(document.querySelector('[data-step="1"]')!.getAttribute("data-state")).toBe("done");
    expect(document.querySelector('[data-step="2"]')!.getAttribute("data-state")).toBe("open");
    expect(document.querySelector('[data-step="5"]')!.getAttribute("data-state")).toBe("later");
    expect(screen.queryByText(/Carry record/)).toBeNull();
  });
});

describe("a rack, one axis after the other", () => {
  const shown = (axes: AxisCourse[]) =>
    render(
      <InPlant>
        <OneByOne tag="SO-02" axes={axes} record={9} connection="a" />
      </InPlant>,
    );
  test("the next is the first that is not verified, also where one went wrong", () => {
    shown([
      { axis: 1, receipt: 4, verified: true },
      { axis: 2, receipt: 5, verified: false },
      { axis: 3, verified: false },
    ]);
    expect(screen.getAllByRole("listitem").map((each) => each.textContent)).toEqual([
      "Axis 1verified, receipt 4",
      "Axis 2not verified, receipt 5Restore record 9 onto axis 2 alone →",
      "Axis 3Restore record 9 onto axis 3 alone →",
    ]);
    const links = screen.getAllByRole("link", { name: /onto axis/ });
    expect(links[0]!.getAttribute("href")).toContain("/positions/SO-02/restore?record=9&connection=a&axis=2");
    expect(links[0]!.className).not.toBe(links[1]!.className);
  });
  test("when all are, it says so and offers nothing", () => {
    shown([
      { axis: 1, receipt: 4, verified: true },
      { axis: 2, receipt: 4, verified: true },
    ]);
    expect(document.body.textContent).toContain("All 2 axes are restored and verified.");
    expect(screen.queryByRole("link", { name: /onto axis/ })).toBeNull();
  });
});
