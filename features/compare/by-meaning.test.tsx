import { expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { quantityLines } from "@/core/quantity";
import { factorySet, valuesByCode } from "@/core/set";
import { plover, rill, runnel } from "@/families/testing";
import { withPage } from "@/features/testing";
import { ByMeaning } from "./by-meaning";

withPage();
const factory = (definition: typeof rill) =>
  valuesByCode(factorySet(definition, [...definition.ratings.keys()][0]!));

function shown(others: Array<typeof rill>) {
  const definitions = [rill, ...others];
  const lines = quantityLines(
    definitions.map((definition) => ({
      id: definition.id,
      title: definition.title,
      definition,
      values: new Map([...factory(definition), ...(definition === rill ? [["4r", 250] as const] : [])]),
    })),
  );
  const columns = definitions.map(({ title }) => ({ title, source: "record" as const, list: title }));
  render(<ByMeaning columns={columns} lines={lines} />);
  return (title: string) => screen.getByText(title, { selector: "th" }).closest("tr")!;
}

test("one unit for both, what each drive calls it below, and how far they are apart", () => {
  const row = shown([runnel]);
  const { textContent } = row("Deceleration time");
  expect(textContent).toContain("2.5 s");
  expect(textContent).toContain("4r");
  expect(textContent).toContain("RA102");
  expect(textContent).toMatch(/differs\+.* s \(\+\d+ %\)/);
});

test("what a family does not have says so, and no such row is called alike", () => {
  const row = shown([plover]);
  expect(row("Deceleration time").textContent).toMatch(
    /Has none\. It is told as a deceleration.*cannot be told/,
  );
});

test("what is alike can be left out, and what moves by itself is there only when it is wanted", async () => {
  const row = shown([runnel]);
  const user = userEvent.setup();
  expect(row("Motor, rated voltage").textContent).toContain("alike");
  expect(screen.queryByText("DC bus", { selector: "th" })).toBeNull();
  await user.click(screen.getByRole("button", { name: /Only what is not alike/ }));
  expect(screen.queryByText("Motor, rated voltage", { selector: "th" })).toBeNull();
  const table = within(screen.getByRole("region", { name: "Common quantities" }));
  for (const each of table.getAllByRole("row").slice(1)) expect(each.textContent).not.toMatch(/alike$/);
});
