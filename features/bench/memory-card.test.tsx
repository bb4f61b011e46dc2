import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import type { ConnectionView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { CardResult, MemoryCard } from "./memory-card";

withPage();
const text = (): string => document.body.textContent!.replace(/\s+/g, " ");
const view = (memoryCard: boolean | undefined, phase = "connected") =>
  ({ id: "a", phase, state: { memoryCard } }) as unknown as ConnectionView;

function show(shown: ConnectionView, readable = true): void {
  render(
    <InPlant>
      <RoleProvider role="technician">
        <MemoryCard view={shown} readable={readable} />
      </RoleProvider>
    </InPlant>,
  );
}

test("a card that is fitted can be compared; how it is read is not always told", () => {
  show(view(true));
  expect(screen.getByRole("button", { name: "Compare it with the drive" })).toBeTruthy();
  document.body.innerHTML = "";
  show(view(true), false);
  expect(text()).toContain("What it holds is not told");
  expect(screen.queryByRole("button")).toBeNull();
});

test.each([view(false), view(undefined), view(true, "lost")])(
  "no card, or nobody there: nothing is drawn",
  (shown) => {
    show(shown);
    expect(text()).toBe("");
  },
);

test("the same, otherwise, and nothing that could be compared are three things", () => {
  const beside = { compared: 12, otherwise: [], notCompared: 0, foreign: 0 };
  const { rerender } = render(<CardResult at={0} beside={beside} />);
  expect(text()).toContain("all 12 settings that both have are the same.");
  const line = { code: "6083.00", name: "Acceleration", card: "2000", drive: "4000" };
  rerender(<CardResult at={0} beside={{ ...beside, otherwise: [line], foreign: 2 }} />);
  expect(text()).toContain("1 of 12 settings are otherwise on the card.");
  expect(text()).toContain("2 of its entries are not known");
  expect(screen.getByText("6083.00").closest("tr")!.textContent).toBe("6083.00Acceleration20004000");
  rerender(<CardResult at={0} beside={{ ...beside, compared: 0, notCompared: 12 }} />);
  expect(text()).toContain("nothing on it could be compared. 12 settings could not be compared.");
});
