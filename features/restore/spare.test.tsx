import { expect, test } from "@jest/globals";
import { fireEvent, render, screen } from "@testing-library/react";
import { InPlant, withPage } from "@/features/testing";
import { OnWorkbench } from "./on-workbench";
import { Prepared } from "./prepared";

withPage();
const text = (): string => document.body.textContent!;

test("where the drive is decides what the ledger says of it; how it is fed is shown only for the workbench", () => {
  const chosen: boolean[] = [];
  const card = { bench: "24 V to FEED +.", danger: "Mains destroys it.", cable: "Any.", port: "Below." };
  const at = (spare: boolean) => (
    <InPlant>
      <OnWorkbench
        tag="KL-03"
        spare={spare}
        onSpare={(each) => chosen.push(each)}
        card={card}
        drawings={[{ id: 9, name: "bench-supply.pdf" }]}
      />
    </InPlant>
  );
  const { rerender } = render(at(false));
  expect(text()).not.toContain("24 V");
  fireEvent.click(screen.getByRole("radio", { name: /On the workbench/ }));
  expect(chosen).toEqual([true]);
  rerender(at(true));
  expect(text()).toMatch(
    /24 V to FEED \+\..*Mains destroys it\..*Its drawing: bench-supply\.pdf.*Print its label/,
  );
});

test("without a card it is not told how a drive is fed", () => {
  render(
    <InPlant>
      <OnWorkbench tag="KL-03" spare onSpare={() => undefined} card={undefined} drawings={[]} />
    </InPlant>,
  );
  expect(text()).toContain("How it is fed on a workbench is not told");
});

test("a spare that lies ready says with what; one whose record stands no more is never said to be ready", () => {
  const spare = { serial: "FR-9", definition: "fennimore-rill-4", record: 7, place: "Shelf B", stale: false };
  const { rerender } = render(
    <InPlant>
      <Prepared prepared={[spare]} />
    </InPlant>,
  );
  expect(text()).toContain("FR-9, Shelf B: with record 7. Fit it, connect");
  rerender(
    <InPlant>
      <Prepared prepared={[{ ...spare, stale: true }]} />
    </InPlant>,
  );
  expect(text()).toContain("with record 7, which stands no more. Prepare it anew.");
  expect(text()).not.toContain("Fit it");
  const twin = { tag: "KL-01", place: ["14r", "1a"], tuning: [] };
  rerender(
    <InPlant>
      <Prepared prepared={[{ ...spare, twin }]} />
    </InPlant>,
  );
  expect(text()).toContain(
    "prepared for the twin KL-01 with its record 7. All settings but what belongs to the place (14r, 1a) are those of this position.",
  );
  rerender(
    <InPlant>
      <Prepared prepared={[]} />
    </InPlant>,
  );
  expect(text()).toBe("");
});
