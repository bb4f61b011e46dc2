import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import type { ConnectionView } from "@/core/contract";
import { BeforeItRuns } from "./before-it-runs";

const view = (
  state: Partial<ConnectionView["state"]>,
  more: Partial<ConnectionView> = {},
): ConnectionView => ({
  id: "a",
  linkName: "Kiln",
  link: { kind: "modbus-tcp", host: "10.0.0.7", port: 502 },
  unit: 3,
  phase: "connected",
  fit: "fits",
  since: 0,
  state: { running: false, tripped: false, warnings: [], ...state },
  ...more,
});
const text = (): string => document.body.textContent!;

test("what is missing is counted and named, with where to look first", () => {
  render(
    <BeforeItRuns
      open
      view={view({
        tripped: true,
        trip: {
          number: 31,
          name: "Motor overload",
          causes: ["A jam"],
          remedies: ["Turn it by hand", "Measure"],
        },
        missing: [{ text: "Nothing commands it to run", look: "See who commands." }],
      })}
    />,
  );
  expect(screen.getByText("2 things are missing before it runs")).toBeTruthy();
  expect(text()).toMatch(
    /trip 31: Motor overload.*May come from: A jam\..*First Turn it by hand; then Measure\./,
  );
  expect(text()).toMatch(/Nothing commands it to run\..*See who commands\./);
});

test("what the definition does not tell is not told; that nothing is named is no promise", () => {
  render(<BeforeItRuns open view={view({ missing: undefined })} />);
  expect(text()).toContain("What is missing before it runs is not told");
  document.body.innerHTML = "";
  render(<BeforeItRuns open view={view({ missing: [] })} />);
  expect(text()).toContain("Look at the machine");
});

test("a trip that nobody knows says so", () => {
  render(<BeforeItRuns open view={view({ trip: { number: 99, name: "unknown trip 99" }, missing: [] })} />);
  expect(text()).toMatch(/what it means not told: look the number up/);
});

test.each([
  ["runs", view({ running: true, missing: [] })],
  ["is lost", view({ missing: [] }, { phase: "lost" })],
  ["is read as if it were another", view({ missing: [] }, { fit: "nearest" })],
])("of a drive that %s nothing is said", (_, of) => {
  const { container } = render(<BeforeItRuns view={of} />);
  expect(container.textContent).toBe("");
});
