import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { FileView, PlantRole } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { Files } from "./files";

withPage();

let answerTo: (asked: Asked) => object | undefined;
const asked = withServer((each) => answerTo(each));
beforeEach(() => {
  answerTo = () => ({ value: {} });
});
const view = (more: Partial<FileView> = {}): FileView => ({
  id: 1,
  name: "plate.jpg",
  kind: "photo",
  note: "",
  type: "image/jpeg",
  size: 4000,
  at: Date.UTC(2026, 2, 14, 12),
  byName: "Tomas Lind",
  of: "KL-03",
  lies: false,
  withdrawn: undefined,
  ...more,
});
const show = (files: FileView[], role: PlantRole = "technician") =>
  render(
    <AppRouterContext value={{ refresh: () => undefined } as never}>
      <RoleProvider role={role}>
        <InPlant>
          <Files files={files} owner={{ tag: "KL-03" }} words="KL-03" />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );
const photo = (name: string): File => new File(["x"], name, { type: "image/jpeg" });
const other = (name: string): File => new File(["x"], name, { type: "application/octet-stream" });
async function choose(...files: File[]) {
  const user = userEvent.setup();
  await user.upload(screen.getByLabelText("Add files to KL-03"), files);
  return { user, dialog: within(await screen.findByRole("dialog")) };
}
const names = (): unknown[] => asked.map((each) => each.query.name);

test("each file goes by itself with what it is of, what it is and a word about it", async () => {
  show([]);
  const { user, dialog } = await choose(photo("a.jpg"), photo("b.jpg"));
  await user.type(dialog.getByLabelText("A word about it"), "lamps");
  await user.click(dialog.getByRole("button", { name: "Add it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(asked.map((each) => each.query)).toEqual([
    { tag: "KL-03", name: "a.jpg", kind: "photo", note: "lamps" },
    { tag: "KL-03", name: "b.jpg", kind: "photo", note: "lamps" },
  ]);
});

test("what is no picture is proposed as something else, and the next picture as a photo again", async () => {
  show([]);
  const { user, dialog } = await choose(other("stacker.bin"));
  expect(dialog.getByLabelText<HTMLSelectElement>("What it is").value).toBe("other");
  await user.click(dialog.getByRole("button", { name: "Leave it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  const again = await choose(photo("plate.jpg"));
  expect(again.dialog.getByLabelText<HTMLSelectElement>("What it is").value).toBe("photo");
});

test("where one cannot be added, those behind it wait, and the ones before are not sent a second time", async () => {
  show([]);
  answerTo = ({ query }) =>
    query.name === "b.jpg" && names().filter((each) => each === "b.jpg").length === 1
      ? { trouble: { kind: "too-large", text: "It is too large.", remedy: "Make it smaller." } }
      : { value: {} };
  const { user, dialog } = await choose(photo("a.jpg"), photo("b.jpg"), photo("c.jpg"));
  await user.click(dialog.getByRole("button", { name: "Add it" }));
  await screen.findByRole("heading", { name: "Add 2 files to KL-03" });
  expect(names()).toEqual(["a.jpg", "b.jpg"]);
  await user.click(screen.getByRole("button", { name: "Add it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(names()).toEqual(["a.jpg", "b.jpg", "b.jpg", "c.jpg"]);
});

test("whoever stops half-way has sent what was under way and nothing behind it", async () => {
  show([]);
  let arrive: () => void = () => undefined;
  const { fetch } = globalThis;
  globalThis.fetch = (async (...given: Parameters<typeof fetch>) => {
    await new Promise<void>((resolve) => (arrive = resolve));
    return fetch(...given);
  }) as typeof fetch;
  const { user, dialog } = await choose(photo("a.jpg"), photo("b.jpg"));
  await user.click(dialog.getByRole("button", { name: "Add it" }));
  expect((await dialog.findByRole("status")).textContent).toBe("Sending 1 of 2 ...");
  await user.click(dialog.getByRole("button", { name: "Send no more" }));
  arrive();
  await waitFor(() => expect(names()).toEqual(["a.jpg"]));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(names()).toEqual(["a.jpg"]);
});

test("what is withdrawn stays with its reason; who withdraws gives one", async () => {
  show([
    view(),
    view({ id: 2, name: "old.pdf", withdrawn: { byName: "Ines Varga", why: "of another drive" } }),
  ]);
  const [first, second] = screen.getAllByRole("listitem");
  expect(second!.textContent).toContain("Withdrawn by Ines Varga: of another drive");
  expect(within(second!).queryByRole("button")).toBeNull();
  const user = userEvent.setup();
  await user.click(within(first!).getByRole("button", { name: "Withdraw" }));
  const dialog = within(await screen.findByRole("dialog"));
  await user.click(dialog.getByRole("button", { name: "Withdraw it" }));
  expect(asked).toEqual([]);
  await user.type(dialog.getByLabelText("Why"), "blurred");
  await user.click(dialog.getByRole("button", { name: "Withdraw it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(sentIn(asked)).toEqual([{ why: "blurred" }]);
});

test("a name that lies is said; whoever may write nothing is offered nothing, and a drop does nothing", () => {
  show([view({ name: "photo.jpg", type: "application/x-msdownload", lies: true })], "reader");
  expect(screen.getByText("Its name says otherwise, but it is application/x-msdownload.")).toBeTruthy();
  expect(screen.queryByRole("button")).toBeNull();
  expect(screen.queryByLabelText("Add files to KL-03")).toBeNull();
});
