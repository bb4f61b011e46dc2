import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { terminalsOf } from "@/core/terminal";
import { rill } from "@/families/testing";
import { withPage } from "@/features/testing";
import { TerminalList } from "./terminal-list";

withPage();
const row = (name: string) => screen.getByText(name).closest("tr")!.textContent;

test("what is not known of a terminal is an open question, never off and never nothing", () => {
  render(<TerminalList terminals={terminalsOf(rill, new Map([["3t", 11]]))} live={false} />);
  expect(row("SWITCH 3")).toMatch(/External trip 3t.*Its state is not told/);
  expect(row("SWITCH 1")).toMatch(/What it does is not told/);
  expect(screen.getAllByText("When it was read").length).toBeGreaterThan(1);
});

test("volts or milliamperes stand first, the share of it behind", () => {
  render(
    <TerminalList
      terminals={terminalsOf(
        rill,
        new Map([
          ["11t", 2],
          ["12y", 250],
        ]),
      )}
      live
    />,
  );
  expect(row("SIGNAL 1")).toMatch(/8\.00 mA 12y 25\.0 %/);
  expect(screen.getAllByText("Now").length).toBeGreaterThan(1);
});
