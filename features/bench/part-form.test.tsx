import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { definitionFor, partsOf, withinScope, type Scope } from "@/core/definition";
import { hollin, plover, rill } from "@/families/testing";
import { withPage } from "@/features/testing";
import { PartForm } from "./part-form";

withPage();
const rack = definitionFor(plover, { firmware: "2.4", axes: 3, options: [] });
const mill = definitionFor(hollin, { firmware: "5.2", axes: 1, options: ["netmod"] });

function shown(definition: typeof rack, may = true) {
  const chosen: Scope[] = [];
  const read: Scope[] = [];
  render(
    <PartForm
      parts={partsOf(definition)}
      verb="Record"
      onChoose={may ? (scope) => chosen.push(scope) : undefined}
      other={{ verb: "Read only these", onChoose: (scope) => read.push(scope) }}
    />,
  );
  const button = () => screen.getByRole<HTMLButtonElement>("button", { name: /^(Record|Choose)/ });
  return { chosen, read, button };
}

test("all of it is no part, and cannot be chosen here", () => {
  const { button } = shown(rill);
  expect([button().disabled, button().textContent]).toEqual([true, "Choose a part first"]);
  // A drive without axes, sets or options is asked for groups alone.
  expect(screen.getAllByRole("group").map((each) => each.querySelector("legend")!.textContent)).toEqual([
    "Groups",
  ]);
});

test("one axis of a rack: as many as said beforehand are meant", async () => {
  const user = userEvent.setup();
  const { chosen, button } = shown(rack);
  await user.click(screen.getByLabelText("axis 2"));
  const count = withinScope(rack, { axes: [2] }).length;
  expect(button().textContent).toBe(`Record ${count} of ${rack.parameters.length} parameters`);
  await user.click(button());
  expect(withinScope(rack, chosen[0]!).length).toBe(count);
});

test("narrowed until nothing is left, there is nothing to record; taken back, there is", async () => {
  const user = userEvent.setup();
  const { chosen, button } = shown(rack);
  const [group] = partsOf(rack).groups;
  await user.click(screen.getByLabelText("axis 2"));
  await user.click(screen.getByLabelText(group!.title));
  expect([button().disabled, button().textContent]).toEqual([
    true,
    `Record 0 of ${rack.parameters.length} parameters`,
  ]);
  await user.click(screen.getByLabelText("axis 2"));
  await user.click(button());
  expect(chosen).toEqual([{ axes: undefined, sets: undefined, groups: [group!.id], options: undefined }]);
});

test("one parameter set without what the options hold", async () => {
  const user = userEvent.setup();
  const { chosen, button } = shown(mill);
  await user.click(screen.getByLabelText("set 2"));
  await user.click(screen.getByLabelText(/^Without what its option modules hold/));
  await user.click(button());
  expect(chosen[0]).toMatchObject({ sets: [2], options: false });
});

test("a drive of which nothing was read yet: a part of it can be read, and not be recorded", async () => {
  const user = userEvent.setup();
  const { chosen, read, button } = shown(rack, false);
  expect(screen.queryByRole("button", { name: /^Read only/ })).toBeNull();
  await user.click(screen.getByLabelText("axis 2"));
  expect(button().disabled).toBe(true);
  const count = withinScope(rack, { axes: [2] }).length;
  await user.click(screen.getByRole("button", { name: `Read only these ${count} parameters` }));
  expect([chosen, read.map((each) => each.axes)]).toEqual([[], [[2]]]);
});
