import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ElsewhereView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Elsewhere } from "./leaf-elsewhere";

withPage();

const TOTAL = 2000;
const line = (i: number): ElsewhereView["lines"][number] => ({
  tag: `KL-${String(i).padStart(4, "0")}`,
  title: `Drive ${i}`,
  record: 3,
  standing: i !== 1,
  ...(i > 0 && { text: i < 4 ? "1.20 s" : "5.00 s" }),
});
let total: number;
let answers = true;
let values: ElsewhereView["values"] | undefined;
const view = (query: Record<string, string>) => ({
  value: {
    total,
    alike: Math.max(total - 4, 0),
    different: values ? total : 3,
    values: values ?? [
      { text: "5.00 s", positions: total - 4 },
      { text: "1.20 s", positions: 3 },
      { positions: 1 },
    ],
    from: 0,
    lines: Array.from({ length: Math.min(Number(query.count), total) }, (_, i) => line(i)),
  } satisfies ElsewhereView,
});
const asked = withServer(({ query }) => (answers ? view(query) : undefined));
beforeEach(() => {
  answers = true;
  values = undefined;
});
const shown = () =>
  render(
    <InPlant>
      <RoleProvider role="technician">
        <Elsewhere
          family="fennimore-rill-4"
          code="4r"
          name="Deceleration time"
          fixed={false}
          here="KL-9999"
          value="5.00 s"
        />
      </RoleProvider>
    </InPlant>,
  );

test("nothing is asked before somebody wants to see it; then how many are alike, and those that are not come first", async () => {
  total = TOTAL;
  const user = userEvent.setup();
  shown();
  expect(asked).toEqual([]);
  await user.click(screen.getByRole("button", { name: "At other positions" }));
  expect(await screen.findByText(/^1996 of 2000 positions as here/)).toBeTruthy();
  expect(asked[0]!.query).toMatchObject({ code: "4r", held: "5.00 s", but: "KL-9999", count: "50" });
  const said = screen.getByText(/^1996 of/).textContent;
  expect(said).toBe("1996 of 2000 positions as here; 1.20 s at 3, not in the record at 1.");
  const lines = screen.getAllByRole("listitem");
  expect(lines).toHaveLength(50);
  expect(lines[0]!.textContent).toContain("not in the record");
  expect(lines[1]!.textContent).toContain("otherwise not standing");
  expect(lines[4]!.textContent).not.toContain("otherwise");
});

test("a long list comes in parts, and no further than a leaf can show", async () => {
  total = TOTAL;
  const user = userEvent.setup();
  shown();
  await user.click(screen.getByRole("button", { name: "At other positions" }));
  await user.click(await screen.findByRole("button", { name: "Show 150 of 1950 more" }));
  await user.click(await screen.findByRole("button", { name: "Show 150 of 1800 more" }));
  await user.click(await screen.findByRole("button", { name: "Show 150 of 1650 more" }));
  expect((await screen.findByText(/^And 1500 more/)).textContent).toContain("Ask the plant");
  expect(screen.getAllByRole("listitem")).toHaveLength(500);
});

test("a draft at several begins with all positions, this one too", async () => {
  total = 12;
  const user = userEvent.setup();
  shown();
  await user.click(screen.getByRole("button", { name: "At other positions" }));
  await user.click(await screen.findByRole("button", { name: "Draft a change at several ..." }));
  const dialog = await screen.findByRole("dialog");
  expect(within(dialog).getAllByRole("checkbox")).toHaveLength(13);
  expect(asked.at(-1)!.query).not.toHaveProperty("but");
});

test("where nothing answers any more, what was there stays and says so", async () => {
  total = TOTAL;
  const user = userEvent.setup();
  shown();
  await user.click(screen.getByRole("button", { name: "At other positions" }));
  const more = await screen.findByRole("button", { name: "Show 150 of 1950 more" });
  answers = false;
  await user.click(more);
  expect(await screen.findByText(/What stands here is from before/)).toBeTruthy();
  expect(screen.getAllByRole("listitem")).toHaveLength(50);
});

test("of values that each stand alone, only how many there are is told", async () => {
  total = 40;
  values = Array.from({ length: 6 }, (_, i) => ({ text: `Drive ${i}`, positions: 1 }));
  shown();
  await userEvent.click(screen.getByRole("button", { name: "At other positions" }));
  expect((await screen.findByText(/positions as here/)).textContent).toBe(
    "36 of 40 positions as here; 39 other values.",
  );
});
