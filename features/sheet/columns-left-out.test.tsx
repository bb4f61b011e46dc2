import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Toaster } from "sonner";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet, type Hideable } from "@/core/sheet";
import { rill } from "@/families/testing";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { ColumnsLeftOut } from "./columns-left-out";
import { Sheet } from "./sheet";

withPage();

let answer: object;
const asked = withServer(({ method }) => (method === "POST" ? answer : { value: {} }));
beforeEach(() => {
  answer = { value: null };
});

const values = valuesByCode(factorySet(rill, "R-030"));
const sheet = buildSheet(
  rill,
  "R-030",
  (["live", "record"] as const).map((source) => ({ id: source, title: source, source, values })),
);
const show = (hidden: Hideable[] = []) =>
  render(
    <ColumnsLeftOut hidden={hidden}>
      <Sheet data={sheet} />
      <Toaster />
    </ColumnsLeftOut>,
    { wrapper: InPlant },
  );
const heads = (): Array<string | null> => screen.getAllByRole("columnheader").map((each) => each.textContent);

test("a column that somebody leaves out is kept as theirs, and stands again when it is taken back", async () => {
  const user = userEvent.setup();
  show();
  expect(heads()).toContain("record");
  await user.click(screen.getByRole("button", { name: /Columns/ }));
  await user.click(await screen.findByRole("checkbox", { name: "record" }));
  expect(heads()).not.toContain("record");
  await user.click(screen.getByRole("checkbox", { name: "Difference" }));
  await user.click(screen.getByRole("checkbox", { name: "record" }));
  expect(heads()).toContain("record");
  expect(sentIn(asked)).toEqual([
    { hidden: ["record"] },
    { hidden: ["record", "difference"] },
    { hidden: ["difference"] },
  ]);
});

test("what was left out before, at whichever computer, is not drawn from the first moment", () => {
  show(["record"]);
  expect(heads()).not.toContain("record");
  expect(screen.getByRole("button", { name: /1 left out/ })).toBeTruthy();
});

test("where it could not be kept that is said, and the column stays out until the page is left", async () => {
  const user = userEvent.setup();
  answer = { trouble: { kind: "lost", text: "The disk of the columns is full.", remedy: "Make room." } };
  show();
  await user.click(screen.getByRole("button", { name: /Columns/ }));
  await user.click(await screen.findByRole("checkbox", { name: "record" }));
  await waitFor(() => expect(screen.getByText("The disk of the columns is full.")).toBeTruthy());
  expect(heads()).not.toContain("record");
});
