import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { OldFileView } from "@/core/contract";
import { InPlant, withPage } from "@/features/testing";
import { toField } from "@/ui/when";
import { OldFilesPage } from "./old-files-page";

withPage();

/** Questions that the server has not answered yet: what was asked, and how to answer. */
interface Open {
  query: URLSearchParams;
  answer: (value: object) => void;
}
let open: Open[];
const { fetch } = globalThis;
beforeEach(() => {
  open = [];
  globalThis.fetch = ((address: string) =>
    new Promise((resolve) => {
      open.push({
        query: new URL(address, "http://ledger.test").searchParams,
        answer: (value) => resolve({ json: () => Promise.resolve(value) } as Response),
      });
    })) as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});

const view = (path: string, taken: number, more: Partial<OldFileView> = {}): { value: OldFileView } => ({
  value: {
    path,
    hash: "h",
    position: "KL-03",
    values: {
      families: [
        { id: "a", title: "Family A", known: 9 },
        { id: "b", title: "Family B", known: 7 },
      ],
      family: "a",
      meant: "shown",
      of: 9,
      taken,
      expected: 12,
      notes: [],
      noteCount: 0,
      ratings: [],
      firmware: "",
      serial: "",
    },
    ...more,
  },
});
const asked = async (count: number): Promise<Open> => {
  await waitFor(() => expect(open).toHaveLength(count));
  return open[count - 1]!;
};
const several = {
  sheet: 0,
  head: 0,
  code: 0,
  drives: [
    { column: 1, tag: "KL-01" },
    { column: 2, tag: "KL-02" },
  ],
};
const row = (path: string): HTMLElement => document.querySelector(`[data-file="${path}"]`)!;
const standing = (path: string) => row(path).dataset.standing;

async function chosen(...paths: string[]) {
  const user = userEvent.setup({ applyAccept: false });
  render(
    <InPlant>
      <OldFilesPage position={undefined} tags={["KL-03"]} />
    </InPlant>,
  );
  await user.upload(
    screen.getByLabelText("Choose files"),
    paths.map((path) => new File(["Code;Value"], path)),
  );
  return user;
}

test("nothing is asked to be kept before somebody says so, and then what was seen is", async () => {
  const user = await chosen("a.csv");
  const first = await asked(1);
  expect(first.query.get("keep")).toBeNull();
  expect(standing("a.csv")).toBe("looking");
  first.answer(view("a.csv", 9));
  await waitFor(() => expect(standing("a.csv")).toBe("ready"));
  await user.click(screen.getByRole("button", { name: "Bring in 1 file" }));
  const second = await asked(2);
  expect(second.query.get("keep")).toBe("true");
  second.answer({ value: { ...view("a.csv", 9).value, kept: { tag: "KL-03", number: 8, known: false } } });
  const link = await screen.findByRole("link", { name: "It is record 8 of KL-03 now" });
  expect(link.getAttribute("href")).toBe("/plants/tarn-hollow/positions/KL-03?record=8");
});

test("while it is looked through anew it cannot be brought in, and a late answer to an earlier word counts for nothing", async () => {
  const user = await chosen("a.csv");
  (await asked(1)).answer(view("a.csv", 9));
  await waitFor(() => expect(standing("a.csv")).toBe("ready"));
  await user.click(screen.getByRole("button", { name: "Open a.csv" }));
  await user.selectOptions(screen.getByLabelText("Family"), "b");
  const slow = await asked(2);
  expect(slow.query.get("family")).toBe("b");
  await waitFor(() => expect(standing("a.csv")).toBe("looking"));
  expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Bring in 0/ }).disabled).toBe(true);
  await user.selectOptions(screen.getByLabelText("Its numbers are"), "raw");
  const quick = await asked(3);
  // Both words hold, though the page had not been drawn anew with the first one's answer.
  expect([quick.query.get("family"), quick.query.get("meant")]).toEqual(["b", "raw"]);
  quick.answer(view("a.csv", 5));
  await waitFor(() => expect(row("a.csv").textContent).toContain("5 of its 9 values fit"));
  slow.answer(view("a.csv", 7));
  await new Promise((resolve) => setTimeout(resolve));
  expect(row("a.csv").textContent).toContain("5 of its 9 values fit");
  expect(standing("a.csv")).toBe("ready");
});

test("who passes through the day of a file says nothing by that; who changes it does", async () => {
  const user = await chosen("a.csv");
  const { value } = view("a.csv", 9);
  const takenAt = "2026-03-14T16:20:37.000Z";
  (await asked(1)).answer({ value: { ...value, values: { ...value.values!, takenAt } } });
  await waitFor(() => expect(standing("a.csv")).toBe("ready"));
  await user.click(screen.getByRole("button", { name: "Open a.csv" }));
  const field = screen.getByLabelText<HTMLInputElement>("Taken on");
  await user.click(field);
  await user.tab();
  expect(open).toHaveLength(1);
  fireEvent.change(field, { target: { value: toField("2025-01-02T03:04:00Z") } });
  fireEvent.blur(field);
  expect((await asked(2)).query.get("takenAt")).toBe("2025-01-02T03:04:00.000Z");
});

test("stopped half-way, the page says what was not looked through, and goes on from there", async () => {
  const user = await chosen("a.csv", "b.csv", "c.csv");
  const first = await asked(1);
  await user.click(screen.getByRole("button", { name: "Stop" }));
  first.answer(view("a.csv", 9));
  await waitFor(() => expect(standing("a.csv")).toBe("ready"));
  expect([standing("b.csv"), standing("c.csv")]).toEqual(["unseen", "unseen"]);
  expect(row("b.csv").textContent).toContain("not looked through yet");
  expect(screen.getByRole("button", { name: "not looked through yet 2" })).toBeTruthy();
  await user.click(await screen.findByRole("button", { name: "Go on looking" }));
  (await asked(2)).answer({
    trouble: { kind: "too-large", text: "b.csv has more than 8 MB.", remedy: "Keep it." },
  });
  (await asked(3)).answer(view("c.csv", 9));
  await waitFor(() => expect([standing("b.csv"), standing("c.csv")]).toEqual(["failed", "ready"]));
  expect(within(row("b.csv")).getByRole("alert").textContent).toContain("more than 8 MB");
  // What failed is tried again.
  await user.click(screen.getByRole("button", { name: "Try again" }));
  const again = await asked(4);
  expect(again.query.get("path")).toBe("b.csv");
});

test("where the sign-in ends in the middle, the rest is not sent in vain, and waits", async () => {
  const user = await chosen("a.csv", "b.csv");
  (await asked(1)).answer(view("a.csv", 9));
  (await asked(2)).answer(view("b.csv", 9));
  await user.click(await screen.findByRole("button", { name: "Bring in 2 files" }));
  (await asked(3)).answer({
    trouble: { kind: "not-signed-in", text: "You are not signed in.", remedy: "Sign in." },
  });
  await waitFor(() => expect([standing("a.csv"), standing("b.csv")]).toEqual(["failed", "ready"]));
  await screen.findByRole("button", { name: "Try again" });
  expect(open).toHaveLength(3);
});

test("a position that is not there is said to be none; where content and path do not agree, a person is asked", async () => {
  const user = await chosen("a.csv");
  (await asked(1)).answer(view("a.csv", 9, { position: undefined, between: ["KL-03", "KL-04"] }));
  await waitFor(() => expect(standing("a.csv")).toBe("unplaced"));
  expect(row("a.csv").textContent).toContain("is of KL-03, where it lies is of KL-04");
  await user.type(screen.getByLabelText("Position of a.csv"), "KL-99{Enter}");
  const second = await asked(2);
  expect(second.query.get("position")).toBe("KL-99");
  second.answer(view("a.csv", 9, { position: undefined }));
  await waitFor(() => expect(row("a.csv").textContent).toContain("There is no position KL-99"));
});

test("of what asks something first, nothing is kept before somebody agrees", async () => {
  const user = await chosen("a.csv");
  (await asked(1)).answer(view("a.csv", 9));
  await user.click(await screen.findByRole("button", { name: "Bring in 1 file" }));
  (await asked(2)).answer({
    trouble: { kind: "ask-first", text: "KL-03 is of another family.", remedy: "Look." },
  });
  await waitFor(() => expect(standing("a.csv")).toBe("ask"));
  await user.click(screen.getByRole("button", { name: "Bring in all the same" }));
  const third = await asked(3);
  expect([third.query.get("keep"), third.query.get("although")]).toEqual(["true", "true"]);
});

test("a file of several drives gives way to one for each: looked through and brought in by its own column", async () => {
  const user = userEvent.setup();
  render(
    <InPlant>
      <OldFilesPage position={undefined} tags={["KL-01", "KL-02"]} />
    </InPlant>,
  );
  const file = new File(["x"], "rollers.csv");
  await user.upload(screen.getByLabelText("Choose files"), file);
  (await asked(1)).answer({ value: { path: "rollers.csv", hash: "h", several } });
  const first = await asked(2);
  expect(Object.fromEntries(first.query)).toMatchObject({ value: "1", code: "0", position: "KL-01" });
  first.answer(view("rollers.csv (KL-01)", 9, { position: "KL-01" }));
  const second = await asked(3);
  expect(second.query.get("value")).toBe("2");
  second.answer(view("rollers.csv (KL-02)", 9, { position: "KL-02" }));
  await waitFor(() => expect(row("rollers.csv (KL-02)").dataset.standing).toBe("ready"));
  expect(document.querySelectorAll("[data-file]")).toHaveLength(2);
  await user.click(screen.getByRole("button", { name: "Bring in 2 files" }));
  expect(Object.fromEntries((await asked(4)).query)).toMatchObject({ value: "1", keep: "true" });
});
