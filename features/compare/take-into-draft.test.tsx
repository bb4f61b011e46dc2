import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage, withServer } from "@/features/testing";
import { TakeIntoDraft } from "./take-into-draft";

withPage();
const RECORDS = [
  { title: "KL-04 · record 3", tag: "KL-04", record: 3 },
  { title: "KL-01 · record 7", tag: "KL-01", record: 7 },
];
let seen: object;
let went: string[];
const asked = withServer(({ path }) => {
  if (path.endsWith("/drafts")) return { value: { id: 12 } };
  return path.endsWith("/look") || path.includes("look") ? seen : { value: {} };
});
beforeEach(() => {
  seen = { value: { lines: [{ code: "4r" }], seal: "s-1", cannot: [] } };
  went = [];
});

async function begun(role: "technician" | "reader" = "technician", records = RECORDS) {
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to) } as never}>
      <RoleProvider role={role}>
        <InPlant>
          <TakeIntoDraft records={records} codes={["4r", "5r"]} />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );
  const open = screen.queryByRole("button", { name: "Into a draft ..." });
  if (!open) return undefined;
  const user = userEvent.setup();
  await user.click(open);
  const dialog = within(await screen.findByRole("dialog"));
  await user.type(dialog.getByLabelText("What it is for"), "As its twin");
  await user.click(dialog.getByRole("button", { name: "Begin it" }));
  await waitFor(() => expect(went).toEqual(["/plants/tarn-hollow/drafts/12"]));
  return dialog;
}

test("a draft begins from the one record and takes the rows of the other, with the seal of what was seen and whose they are", async () => {
  await begun();
  expect(asked).toMatchObject([
    { path: "/api/plants/tarn-hollow/positions/KL-01/drafts", body: { record: 7, title: "As its twin" } },
    { body: { wish: { what: "values-of", tag: "KL-04", number: 3, codes: ["4r", "5r"] } } },
    { body: { seal: "s-1", reason: "As in record 3 of KL-04." } },
  ]);
});

test("where nothing is to be taken, nothing is changed; the draft is there all the same", async () => {
  seen = { value: { lines: [], seal: "s-1", cannot: [] } };
  await begun();
  expect(asked).toHaveLength(2);
});

test("what cannot be looked at is not changed unseen", async () => {
  seen = { trouble: { kind: "not-now", text: "The definition is not here.", remedy: "Import it." } };
  await begun();
  expect(asked).toHaveLength(2);
});

test("whoever may draft nothing, or has one record alone, is offered nothing", async () => {
  expect(await begun("reader")).toBeUndefined();
  expect(await begun("technician", RECORDS.slice(1))).toBeUndefined();
  expect(asked).toEqual([]);
});
