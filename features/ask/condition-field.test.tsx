import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { withPage } from "@/features/testing";
import { ConditionField } from "./condition-field";

withPage();

function shown() {
  const added: string[] = [];
  render(<ConditionField codes={new Set(["4r", "14r"])} onAdd={(each) => added.push(...each)} />);
  return {
    added,
    field: screen.getByRole<HTMLInputElement>("combobox", { name: "Condition" }),
    user: userEvent.setup(),
  };
}

test("a whole condition is added as it is called, and the field is free for the next", async () => {
  const { added, field, user } = shown();
  await user.type(field, "decel time < 2 s{Enter}");
  expect(added).toEqual([]);
  expect(screen.getByText(/may mean several things/)).toBeTruthy();
  await user.clear(field);
  await user.type(field, "4R >= 1,5 s{Enter}");
  expect(added).toEqual(["4r >= 1,5 s"]);
  expect(field.value).toBe("");
});

test("several with an and between are added one by one; one that is none is said, and none is added", async () => {
  const { added, field, user } = shown();
  await user.type(field, "family = rill and 4r < 2 and area = attic{Enter}");
  expect(added).toEqual(["family = rill", "4r < 2", "area = attic"]);
  await user.type(field, "family = rill and 4r < soon{Enter}");
  expect(screen.getByText(/"soon" is not a number/)).toBeTruthy();
  expect(added).toHaveLength(3);
});

test("what is only begun is typed on by choosing what is meant, then by choosing a word", async () => {
  const { added, field, user } = shown();
  await user.type(field, "stops");
  await user.click(screen.getByRole("option", { name: "Stops by = coast" }));
  expect(added).toEqual(["Stops by = coast"]);
  await user.type(field, "rated cur");
  await user.click(screen.getByRole("option", { name: /Motor, rated current/ }));
  expect(added).toHaveLength(1);
  expect(field.value.trim()).toBe("Motor, rated current");
});

test("what cannot be asked says why, and stays to be mended", async () => {
  const { added, field, user } = shown();
  await user.type(field, "deceleration time < soon");
  await user.click(screen.getByRole("button", { name: "Add the condition" }));
  expect(screen.getByText(/no amount in s: type a number/)).toBeTruthy();
  expect(field.value).toBe("deceleration time < soon");
  expect(added).toEqual([]);
});
