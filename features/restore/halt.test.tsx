import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { InPlant, withPage } from "@/features/testing";
import { Halt } from "./halt";
import type { LiveRestore } from "./use-restore";

withPage();

function said(job: Partial<LiveRestore["job"]>): string {
  document.body.innerHTML = "";
  const restore = { job: { kind: "restore", ...job }, detail: {}, steps: [] } as unknown as LiveRestore;
  render(
    <InPlant>
      <Halt restore={restore} />
    </InPlant>,
  );
  return document.body.textContent!.replace(/\s+/g, " ").trim();
}

test("what is over says so where one begins to read, and leads to its receipt where something was done", () => {
  expect(said({ place: { stage: "review", over: "ended" } })).toBe(
    "This is over. Ended before anything was done to the drive.",
  );
  expect(screen.queryByRole("link")).toBeNull();
  const done = { place: { stage: "receipt", over: "done" }, receiptId: 12 } as const;
  expect(said({ ...done, verified: true })).toMatch(/^This is over\. Verified.*Receipt 12$/);
  expect(screen.getByRole("link").getAttribute("href")).toMatch(/\/receipts\/12$/);
  expect(said({ ...done, verified: false })).toContain("Ended; not everything is as recorded.");
  expect(said({ ...done, verified: undefined })).toContain("Its receipt says how it ended.");
  expect(said({ place: { stage: "write", over: "ended" }, receiptId: 12 })).toContain(
    "Ended before it was done.",
  );
});

test("what works by itself says nothing there", () => {
  expect(said({ place: { stage: "write" } })).toBe("");
});
