import { beforeEach, expect, test } from "@jest/globals";
import { cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ComponentProps } from "react";
import { Toaster } from "sonner";
import { InPlant, withPage, withServer, type Asked } from "@/features/testing";
import { CopiesPage } from "./copies-page";

withPage();

let answerTo: (asked: Asked) => object | undefined;
const asked = withServer((each) => answerTo(each));
let refreshed: number;
beforeEach(() => {
  answerTo = () => undefined;
  refreshed = 0;
});

function show(more: Partial<ComponentProps<typeof CopiesPage>> = {}): void {
  render(
    <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
      <InPlant>
        <Toaster />
        <CopiesPage
          copies={[{ name: "ledger-1.copy", at: 0, size: 3 * 1024 * 1024 }]}
          folder="data/copies"
          ageHours={2}
          damage={[]}
          plants={[{ slug: "tarn-hollow", name: "Tarn Hollow" }]}
          {...more}
        />
      </InPlant>
    </AppRouterContext>,
  );
}
const bundle = new File(["PK"], "plant.zip", { type: "application/zip" });

test("a fresh copy is no cause for a word; an old one, none at all, and damage each say so", () => {
  show();
  expect(screen.queryByText(/newest copy is|no copy yet|is damaged/)).toBeNull();
  expect(screen.getByText("3.0 MB")).toBeTruthy();
  cleanup();
  show({ ageHours: 50 });
  expect(screen.getByText("The newest copy is 2 days and 2 hours old")).toBeTruthy();
  cleanup();
  show({ copies: [], ageHours: undefined, damage: ["record 7 of KL-03"] });
  expect(screen.getByText("There is no copy yet")).toBeTruthy();
  expect(screen.getByText("record 7 of KL-03")).toBeTruthy();
});

test("a copy that could not be made is not said to be made, and can be tried again", async () => {
  const user = userEvent.setup();
  const trouble = { kind: "no-space", text: "The disk is full.", remedy: "Make room." };
  answerTo = () => ({ trouble });
  show();
  const button = screen.getByRole<HTMLButtonElement>("button", { name: "Make a copy now" });
  await user.click(button);
  expect(await screen.findByText("The disk is full.")).toBeTruthy();
  expect([button.disabled, refreshed, screen.queryByText(/is made/)]).toEqual([false, 0, null]);
  answerTo = () => ({ value: { name: "ledger-2.copy" } });
  await user.click(button);
  expect(await screen.findByText("ledger-2.copy is made and was looked through.")).toBeTruthy();
  expect(refreshed).toBe(1);
});

test("a bundle is looked at first, and is taken in only when that is said; it says what was new, and each thing that contradicts; one that is refused says why and leaves the page as it was", async () => {
  const user = userEvent.setup();
  const contradictions = ["KL-03: two records 8; the one of the bundle is record 9 now."];
  answerTo = () => ({
    value: {
      plants: ["Tarn Hollow"],
      added: { positions: 0, records: 2, receipts: 1, files: 0 },
      contradictions,
    },
  });
  show();
  await user.upload(screen.getByLabelText("Take a bundle in"), bundle);
  expect(
    await screen.findByText("Tarn Hollow: 0 positions, 2 records, 1 receipt and 0 files are new."),
  ).toBeTruthy();
  expect([asked.map((each) => each.path), refreshed]).toEqual([["/api/bundles/look"], 0]);
  await user.click(screen.getByRole("button", { name: "Leave it" }));
  expect(screen.queryByText(/are new/)).toBeNull();
  await user.upload(screen.getByLabelText("Take a bundle in"), bundle);
  await user.click(await screen.findByRole("button", { name: "Take it in" }));
  expect(
    await screen.findByText("Tarn Hollow: 0 positions, 2 records, 1 receipt and 0 files were new."),
  ).toBeTruthy();
  expect(screen.getByText(contradictions[0]!)).toBeTruthy();
  expect(refreshed).toBe(1);
  answerTo = () => ({
    trouble: { kind: "bad-file", text: "plant.zip is no bundle.", remedy: "Take another." },
  });
  await user.upload(screen.getByLabelText("Take a bundle in"), bundle);
  expect(await screen.findByText("plant.zip is no bundle.")).toBeTruthy();
  expect(screen.queryByText(/were new/)).toBeNull();
  expect(refreshed).toBe(1);
});

test("all plants together are offered only where there are several", async () => {
  show();
  expect(screen.queryByText("All plants")).toBeNull();
  cleanup();
  show({
    plants: [
      { slug: "tarn-hollow", name: "Tarn Hollow" },
      { slug: "small", name: "Small" },
    ],
  });
  expect(screen.getByText("All plants")).toBeTruthy();
  await waitFor(() => expect(asked).toEqual([]));
});
