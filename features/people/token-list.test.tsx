import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { TokenList, type TokenView } from "./token-list";

withPage();

let answer: object;
let refreshed: number;
const asked = withServer(() => answer);
beforeEach(() => {
  answer = { value: { token: "cl_secret" } };
  refreshed = 0;
});
const token = (more: Partial<TokenView> = {}): TokenView => ({
  id: 4,
  name: "Weekly report",
  role: "reader",
  plant: "Tarn Hollow",
  byName: "Ines Varga",
  expiresAt: Date.UTC(2026, 5, 1, 12),
  lastUsedAt: undefined,
  ...more,
});
const plants = [
  { slug: "quarry", name: "Quarry" },
  { slug: "tarn-hollow", name: "Tarn Hollow" },
];
const show = (...tokens: TokenView[]) =>
  render(
    <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
      <InPlant>
        <TokenList tokens={tokens} plants={plants} />
      </InPlant>
    </AppRouterContext>,
  );
async function make(days?: string) {
  const user = userEvent.setup();
  await user.click(screen.getByRole("button", { name: "Make a token" }));
  const dialog = within(await screen.findByRole("dialog"));
  await user.type(dialog.getByLabelText("What for"), "Weekly report");
  if (days !== undefined) {
    await user.clear(dialog.getByLabelText("Holds for so many days"));
    if (days) await user.type(dialog.getByLabelText("Holds for so many days"), days);
  }
  await user.click(dialog.getByRole("button", { name: "Make it" }));
  return dialog;
}

test("a token is for the plant one is in and may only read, unless said otherwise; it is shown this once", async () => {
  show();
  expect(screen.getByText("No other program has a way in.")).toBeTruthy();
  const dialog = await make();
  expect((await dialog.findByLabelText<HTMLInputElement>("Token")).value).toBe("cl_secret");
  expect(sentIn(asked)).toEqual([{ name: "Weekly report", plant: "tarn-hollow", role: "reader", days: 90 }]);
  expect(refreshed).toBe(1);
  const user = userEvent.setup();
  await user.click(dialog.getByRole("button", { name: "Done" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  await user.click(screen.getByRole("button", { name: "Make a token" }));
  expect(await screen.findByLabelText("What for")).toHaveProperty("value", "");
  expect(screen.queryByLabelText("Token")).toBeNull();
});

test.each(["", "0", "367"])("%p days are not taken for some others: nothing is made", async (days) => {
  show();
  const dialog = await make(days);
  expect(asked).toEqual([]);
  expect(dialog.getByLabelText<HTMLInputElement>("Holds for so many days").validity.valid).toBe(false);
});

test("what could not be made leaves what was typed", async () => {
  answer = { trouble: { kind: "bad-request", text: "No.", remedy: "Otherwise." } };
  show();
  const dialog = await make();
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(dialog.getByLabelText<HTMLInputElement>("What for").value).toBe("Weekly report");
  expect(refreshed).toBe(0);
});

test("each says what it may, until when, and whether it was ever used; it is ended once that was asked", async () => {
  show(token(), token({ id: 5, name: "Wall screen", lastUsedAt: Date.UTC(2026, 2, 14, 15, 20) }));
  const [first, second] = screen.getAllByRole("listitem");
  expect(first!.textContent).toContain(
    "reader of Tarn Hollow, made by Ines Varga, until 1 Jun 2026; never used",
  );
  expect(second!.textContent).toMatch(/used 14 Mar 2026/);
  const user = userEvent.setup();
  await user.click(within(second!).getByRole("button", { name: "End it" }));
  const dialog = within(await screen.findByRole("dialog", { name: "End the token Wall screen" }));
  await user.click(dialog.getByRole("button", { name: "Leave it" }));
  expect(asked).toEqual([]);
  await user.click(within(second!).getByRole("button", { name: "End it" }));
  await user.click(await screen.findByRole("button", { name: "End the token" }));
  await waitFor(() => expect(refreshed).toBe(1));
  expect(asked.map((each) => each.path)).toEqual(["/api/tokens/5/revoke"]);
});
