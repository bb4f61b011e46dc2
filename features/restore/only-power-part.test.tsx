import { expect, test } from "@jest/globals";
import { render } from "@testing-library/react";
import { OnlyPowerPart } from "./only-power-part";

const text = (): string => document.body.textContent!;

test("moving the control part stands beside restoring, with what each needs and which values are the power part's", () => {
  const told = { needs: "A power part.", how: "Two screws.", after: "It runs as before." };
  const ofPowerPart = Array.from({ length: 10 }, (_, i) => `P${i} Limit`);
  render(<OnlyPowerPart part={{ told, ratingName: "Runnel 5.5 kW", ofPowerPart }} />);
  expect(text()).toMatch(/A power part\..*Two screws\..*It runs as before\./);
  expect(text()).toContain("a Runnel 5.5 kW, and its write permission");
  expect(text()).toMatch(/10 settings depend on the rating.*P7 Limit and more/);
  expect(text()).not.toContain("P8 Limit");
});

test("what the definition does not say is not told, never done as usual", () => {
  render(<OnlyPowerPart part={{ ratingName: "Plover 6 A", ofPowerPart: [] }} />);
  expect(text()).toContain("whether and how it is moved not told");
  expect(text()).toContain("No setting of this family depends on the rating");
});
