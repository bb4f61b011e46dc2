import { afterEach, expect, jest, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { withPage } from "@/features/testing";
import { THEME_COOKIE } from "./theme";
import { ThemeSwitch } from "./theme-switch";

withPage();
const { matchMedia } = window;
afterEach(() => {
  window.matchMedia = matchMedia;
  delete document.documentElement.dataset.theme;
  document.cookie = `${THEME_COOKIE}=; max-age=0`;
});
const deviceIsDark = (dark: boolean): void => {
  window.matchMedia = jest.fn(() => ({ matches: dark })) as never;
};

test("until somebody says otherwise it is as the device has it; what is chosen is remembered for every page", async () => {
  deviceIsDark(true);
  render(<ThemeSwitch />);
  await userEvent.click(screen.getByRole("button", { name: "Switch to day" }));
  expect(document.documentElement.dataset.theme).toBe("day");
  expect(document.cookie).toBe(`${THEME_COOKIE}=day`);
  await userEvent.click(screen.getByRole("button", { name: "Switch to night" }));
  expect(document.documentElement.dataset.theme).toBe("night");
  expect(document.cookie).toBe(`${THEME_COOKIE}=night`);
});

test("what was chosen goes before what the device has", () => {
  deviceIsDark(true);
  document.documentElement.dataset.theme = "day";
  render(<ThemeSwitch />);
  expect(screen.getByRole("button", { name: "Switch to night" })).toBeTruthy();
});
