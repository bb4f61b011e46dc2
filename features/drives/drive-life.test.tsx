import { beforeEach, expect, test } from "@jest/globals";
import { cleanup, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ComponentProps } from "react";
import { Toaster } from "sonner";
import type { PlantRole } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { DriveLife, type KnownDrive } from "./drive-life";

withPage();

let answerTo: (asked: Asked) => object | undefined;
const asked = withServer((each) => answerTo(each));
let refreshed: number;
beforeEach(() => {
  answerTo = () => ({ value: null });
  refreshed = 0;
});

const DRIVE: KnownDrive = {
  definition: "fennimore-rill-4",
  serial: "FR/25 1",
  family: "Fennimore Rill",
  rating: "3 kW",
  supply: "",
  firmware: "4.4",
  powerPart: "",
  whereabouts: "store",
  tag: undefined,
  place: "Shelf 3",
};
function show(
  drive: Partial<KnownDrive> = {},
  more: Partial<ComponentProps<typeof DriveLife>> = {},
  role: PlantRole = "lead",
): void {
  render(
    <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
      <RoleProvider role={role}>
        <InPlant>
          <Toaster />
          <DriveLife
            drive={{ ...DRIVE, ...drive }}
            life={[]}
            files={[]}
            couldReplace={[]}
            prepared={undefined}
            {...more}
          />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );
}
const page = () => document.body.textContent;

test("where it is: in store with its place and what it could replace; taken out it is said that nobody has decided; an unknown rating is said", () => {
  show({}, { couldReplace: [{ tag: "KL-03", title: "Roller drive 3" }] });
  expect(page()).toMatch(/It is in store.*: Shelf 3/);
  expect(page()).toContain("It could replace the drive of KL-03");
  cleanup();
  show({ whereabouts: "removed", rating: "", place: "" });
  expect(page()).toContain("nobody has said yet whether it is a spare or scrap");
  expect(page()).toContain("rating not told");
  expect(page()).not.toContain("could replace");
});

test("a spare that was prepared with a record that stands no more says so", () => {
  const prepared = { tag: "KL-03", record: 7, at: 0, stale: true, also: ["KL-04"] };
  show({}, { prepared });
  expect(page()).toContain("that record stands no more, prepare it anew");
  expect(page()).toContain("It would do for KL-04 as well");
  expect(screen.getByRole("link", { name: "Its label" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/drives/fennimore-rill-4/FR%2F25%201/label",
  );
});

test("what happened is written down for this drive, whatever signs its serial number has", async () => {
  const user = userEvent.setup();
  show();
  await user.click(screen.getByRole("button", { name: "Write down what happened" }));
  const form = within(await screen.findByRole("dialog", { name: "What happened to it" }));
  await user.selectOptions(form.getByLabelText("What"), "tested");
  await user.type(form.getByLabelText(/^What was tested/), "Turned a motor for an hour.");
  await user.click(form.getByRole("button", { name: "Write it down" }));
  await waitFor(() => expect(refreshed).toBe(1));
  expect(sentIn(asked)).toEqual([{ kind: "tested", text: "Turned a motor for an hour." }]);
  expect(asked.at(-1)!.path).toContain("/fennimore-rill-4/FR%2F25%201");
  expect(screen.queryByRole("dialog")).toBeNull();
});

test("one that is lent needs to be told who has it; what it leaves is said first; a refusal keeps what was typed", async () => {
  const user = userEvent.setup();
  show({ whereabouts: "fitted", tag: "KL-03" });
  await user.click(screen.getByRole("button", { name: "Say where it is" }));
  const form = within(await screen.findByRole("dialog", { name: "Where it is" }));
  expect(form.getByText(/It leaves KL-03/)).toBeTruthy();
  await user.selectOptions(form.getByLabelText("It is"), "lent");
  const who = form.getByLabelText<HTMLInputElement>("Who has it, and where");
  expect(who.required).toBe(true);
  await user.type(who, "Press shop");
  await user.type(form.getByLabelText("What for, and until when"), "their own died");
  answerTo = () => ({ trouble: { kind: "not-now", text: "Somebody moved it.", remedy: "Look again." } });
  await user.click(form.getByRole("button", { name: "Write it down" }));
  expect(await screen.findByText("Somebody moved it.")).toBeTruthy();
  expect([who.value, refreshed]).toEqual(["Press shop", 0]);
  expect(sentIn(asked)).toEqual([{ to: "lent", place: "Press shop", why: "their own died" }]);
});

test("a reader is offered neither", () => {
  show({}, {}, "reader");
  expect(screen.queryByRole("button", { name: /Write down|Say where/ })).toBeNull();
});
