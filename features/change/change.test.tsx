import { describe, expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import { planChange } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import type { LiveRestore } from "@/features/restore/use-restore";
import { InPlant, withPage } from "@/features/testing";
import { LeaveDialog } from "./leave-dialog";
import { Sent } from "./sent";
import { Wished } from "./wished";

withPage();
const factory = valuesByCode(factorySet(rill, "R-030"));
type Line = Parameters<typeof Sent>[0]["sent"][number];
const line = (more: Partial<Line>): Line => ({
  code: "1r",
  from: 500,
  to: 700,
  state: "written",
  readBack: 700,
  tries: 1,
  at: 0,
  byName: "Ines Varga",
  reason: "",
  ...more,
});

describe("what waits to be written", () => {
  const wished = (wishes: Array<[string, number]>, begun = false) =>
    render(
      <Wished
        plan={planChange(rill, "R-030", new Map(wishes), factory)}
        begun={begun}
        changes={[]}
        byCode={rill.byCode}
        onTakeBack={undefined}
      />,
    );

  test("stands there from what to what, with units, with what is against it and when it takes effect", () => {
    wished([
      ["1r", 700],
      ["13a", 2000],
      ["1n", 9],
    ]);
    const said = within(screen.getByRole("list", { name: "To be written" }))
      .getAllByRole("listitem")
      .map((each) => each.textContent!);
    expect(said.find((each) => each.startsWith("1r"))).toContain("5.00 s → 7.00 s");
    expect(said.find((each) => each.startsWith("13a"))).toMatch(
      /On purpose: .*Taken only while the motor stands/,
    );
    expect(said.find((each) => each.startsWith("1n"))).toContain("Takes effect after a restart");
  });

  test("nothing waits: how it is begun is told once, and no more after something was sent", () => {
    wished([]);
    expect(document.body.textContent).toContain("Choose a row of the sheet");
    document.body.innerHTML = "";
    wished([], true);
    expect(document.body.textContent).toBe("Nothing waits to be written.");
  });
});

test("of what was sent, what the drive made of it: only what was read back and equal is in the drive", () => {
  const sent: Line[] = [
    line({ reason: "the hose jumps" }),
    line({ code: "4r", state: "refused", readBack: 500, said: "Too low.", remedy: "Choose more." }),
    line({ code: "5r", state: "other", readBack: 720 }),
    line({ code: "6r", state: "planned", readBack: 500 }),
    line({ code: "7r", state: "unknown", readBack: undefined }),
  ];
  render(<Sent sent={sent} byCode={rill.byCode} />);
  const said = screen.getAllByRole("listitem").map((each) => each.textContent!);
  // The last one first.
  expect(said[0]).toContain("Whether it arrived is not known.");
  expect(said[1]).toContain("It is not in the drive: it reads as before.");
  expect(said[2]).toContain("The drive made 7.20 s of it.");
  expect(said[3]).toContain("Refused. Too low. Choose more.");
  expect(said[4]).toMatch(/In the drive: read back and equal\.the hose jumps/);
  expect(said.filter((each) => each.includes("read back and equal"))).toHaveLength(1);
});

describe("leaving the drive", () => {
  const leaving = (sent: Line[], connected: boolean, waiting = 0) => {
    document.body.innerHTML = "";
    const restore = {
      job: { identity: { serial: "FR-1" } },
      detail: { plan: { writes: Array.from({ length: waiting }, () => ({})) } },
      connected: connected ? { phase: "connected" } : { phase: "lost" },
    } as unknown as LiveRestore;
    render(
      <InPlant>
        <LeaveDialog restore={restore} sent={sent} atOnce={false} onClose={() => undefined} />
      </InPlant>,
    );
    const buttons = screen.getAllByRole("button") as HTMLButtonElement[];
    return {
      text: document.body.textContent!,
      offered: buttons.filter((each) => !each.disabled).map((each) => each.textContent),
    };
  };

  test("nothing was sent: there is nothing to read and nothing to put back", () => {
    expect(leaving([], true).offered).toEqual(["Leave it", "Stay"]);
  });
  test("something was sent: it is read again, or put back; that it is volatile, and what was not written, is said", () => {
    const { text, offered } = leaving([line({})], true, 2);
    expect(offered).toEqual(["Read everything, and leave", "Put back what was there before", "Stay"]);
    expect(text).toContain("gone after a power-off");
    expect(text).toContain("2 values are on the list and not in the drive.");
  });
  test("the drive is lost: nothing can be proved, and that is said before it is ended all the same", () => {
    const { text, offered } = leaving([line({})], false);
    expect(offered).toEqual(["End it without reading again", "Stay"]);
    expect(text).toContain("nothing was proved");
  });
});
