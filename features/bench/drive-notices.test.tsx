import { expect, test } from "@jest/globals";
import { fireEvent, render, screen } from "@testing-library/react";
import type { ConnectionView, Role } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { driftWords } from "./drift";
import { DriveNotices } from "./drive-notices";

withPage();
const text = (): string => document.body.textContent!.replace(/\s+/g, " ");
const SAME = { record: 7, changed: 0, backToDefault: 0, compared: 175, notRead: 0, lacks: 0, unrecorded: 0 };

let asked: string[] = [];

function show(view: Partial<ConnectionView>, role: Role = "technician"): void {
  document.body.innerHTML = "";
  asked = [];
  const whole = { id: "a", phase: "connected", position: { tag: "SO-02", title: "Stacker" }, ...view };
  render(
    <InPlant>
      <RoleProvider role={role}>
        <DriveNotices
          view={whole as ConnectionView}
          job={undefined}
          busy={false}
          onPlace={(tag) => asked.push(tag)}
          onMake={() => asked.push("new")}
        />
      </RoleProvider>
    </InPlant>,
  );
}

test("as recorded is said of a drive that is connected; of one that is lost only how it stood", () => {
  show({ drift: SAME });
  expect(text()).toContain("As recorded: all 175 settings are those of the standing record 7.");
  for (const phase of ["lost", "other-drive"] as const) {
    show({ drift: SAME, phase });
    expect(text()).toContain("When it was read last, all 175 settings were as in the standing record 7.");
    expect(text()).toContain("How it stands now is not told.");
    expect(text()).not.toContain("As recorded:");
  }
  const swappedFor = { serial: "X", ratingName: "3 kW", change: "whole" } as const;
  show({ drift: SAME, swappedFor, phase: "lost" });
  expect(text()).toContain("When it was read last, all 175 settings were as in the standing record 7.");
  expect(text()).not.toMatch(/Keep the reading|now it is/);
  show({ swappedFor, phase: "lost" });
  expect(text()).toContain("It was not read whole: whether it is as in the standing record is not told.");
  show({ drift: { ...SAME, changed: 2 }, phase: "lost" });
  expect(text()).toContain("When it was read last, 2 of 175 settings were not as in the standing record 7.");
  // A restore has written to it since, and has halted.
  for (const view of [{ swappedFor }, {}]) {
    show({ drift: { ...SAME, backToDefault: 30 }, outdated: { since: 1, by: "sent" }, ...view });
    expect(text()).toContain("When it was read last, 30 of 175 settings were not as in the standing record");
    expect(text()).not.toMatch(/Restore the standing record onto it|back to default/);
  }
});

test("as recorded is not said of what could not be compared: it is counted, and leads to both lists", () => {
  show({ drift: { ...SAME, notRead: 2 } });
  expect(text()).not.toContain("As recorded");
  expect(text()).toContain(
    "All 175 settings that both have and that could be read are those of the standing",
  );
  expect(text()).toContain("2 settings were not read: whether as recorded is not told.");
  show({ drift: { ...SAME, lacks: 1, unrecorded: 5 } });
  expect(text()).toContain(
    "This drive has nothing for 1 setting that record 7 holds, so that it is not below.",
  );
  expect(text()).toContain("5 settings of this drive are not in record 7.");
  expect(screen.getByRole("link", { name: "Both beside each other" }).getAttribute("href")).toContain(
    "/compare?c=SO-02%3A7&c=live:a",
  );
  show({
    drift: { ...SAME, lacks: 1 },
    swappedFor: { serial: "X", ratingName: "3 kW", change: "whole" },
  });
  expect(text()).toContain("This drive has nothing for 1 setting that record 7 holds");
});

test("in a line too, as recorded is said only where nothing differs and nothing was left out", () => {
  expect(driftWords(SAME)).toBe("as in record 7");
  expect(driftWords({ ...SAME, notRead: 1 })).toBe("as in record 7, as far as it could be compared");
  expect(driftWords({ ...SAME, backToDefault: 2 })).toBe(
    "2 settings otherwise than in record 7, 2 of them at the factory default",
  );
  expect(driftWords({ ...SAME, changed: 1 })).toBe("1 setting otherwise than in record 7");
});

test("a drift names who writes into the drive by itself, where somebody has said", () => {
  const drift = { ...SAME, changed: 3, backToDefault: 1 };
  show({ drift });
  expect(text()).toContain(
    "4 of 175 settings differ from the standing record 7: 3 changed on the drive, 1 back to default.",
  );
  expect(text()).not.toContain("likeliest");
  show({ drift, reloads: "The line controller, at its start" });
  expect(text()).toContain(
    "The likeliest author writes into it by itself: The line controller, at its start",
  );
});

test("an exchanged module is named, and its axis can be restored alone; a supply module has none", () => {
  show({
    modulesChanged: [
      { words: "Slot 3, Axis module 6 A (axis 2): another one, serial B instead of A", axis: 2 },
      { words: "Slot 1, Supply module: another one, serial D instead of C" },
    ],
  });
  expect(text()).toContain("The rack was exchanged in part since it was read last.");
  expect(text()).toContain("Slot 1, Supply module: another one");
  const links = screen.getAllByRole("link", { name: /alone/ });
  expect(links.map((each) => each.textContent)).toEqual(["Restore axis 2 alone"]);
  expect(links[0]!.getAttribute("href")).toMatch(/\/positions\/SO-02\/restore\?connection=a&axis=2$/);
});

test("where a drive stands that nobody knows: positions that it fits, or one that is made for it, by who may", () => {
  const make = (): HTMLElement | null => screen.queryByRole("button", { name: /Make .*position for it/ });
  show({ position: undefined }, "lead");
  fireEvent.click(make()!);
  expect(asked).toEqual(["new"]);
  const fits = { tag: "KL-02", title: "Roller drive 2", why: "its rating" };
  show({ position: undefined, suggested: [fits] }, "lead");
  fireEvent.click(screen.getByRole("button", { name: "It stands at KL-02" }));
  fireEvent.click(make()!);
  expect(asked).toEqual(["KL-02", "new"]);
  show({ position: undefined }, "reader");
  expect(make()).toBeNull();
  expect(text()).toContain("Choose its position above, then keep what was read as a record.");
});
