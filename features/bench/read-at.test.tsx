import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import type { ConnectionView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { ReadAt } from "./read-at";

withPage();

function show(view: Partial<ConnectionView>): string {
  document.body.innerHTML = "";
  const whole = { id: "a", phase: "connected", position: { tag: "KL-02", title: "Roller drive 2" }, ...view };
  render(
    <InPlant>
      <RoleProvider role="technician">
        <ReadAt view={whole as ConnectionView} at={Date.UTC(2026, 4, 3, 12)} standing={7} />
      </RoleProvider>
    </InPlant>,
  );
  return document.body.textContent!.replace(/\s+/g, " ");
}

test("what became of a reading is said where it stands, and leads to its record", () => {
  expect(show({})).not.toContain("kept");
  const kept = { number: 8, unchanged: false, partial: false };
  expect(show({ kept })).toContain("It is kept as record 8. Beside it the standing record 7.");
  expect(screen.getByRole("link", { name: "record 8" }).getAttribute("href")).toMatch(
    /\/positions\/KL-02\?record=8$/,
  );
  expect(show({ kept: { ...kept, partial: true } })).toContain("A part of the drive is kept as record 8.");
  expect(show({ kept: { ...kept, unchanged: true } })).toContain("Its settings are those of record 8.");
});

test("what was read before something was sent is told as how it was", () => {
  expect(show({ outdated: { since: Date.UTC(2026, 4, 3, 13), by: "sent" } })).toMatch(
    /before something was sent to it at .*How it stands now is not told until it is read again\./,
  );
});
