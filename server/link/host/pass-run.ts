import type { SearchMark } from "@/core/contract";
import { protocolOf, type KnockTimeout } from "@/core/link";
import type { Failure } from "@/core/protocol/outcome";
import type { DriveLink } from "../drive-link";

/** Rubbish from so many addresses in a row, and nothing else, means that this way of speaking is the wrong one. */
const HOPELESS = 4;

/** How one way of speaking goes: a letter for each address. */
export class PassRun {
  readonly marks: SearchMark[];
  repeats = 0;
  hopeless = false;
  private rubbishInARow = 0;

  constructor(
    readonly index: number,
    readonly units: readonly number[],
    readonly timeout: KnockTimeout,
    readonly link: DriveLink,
  ) {
    this.marks = units.map(() => ".");
  }

  mark(i: number): SearchMark | undefined {
    return this.marks[i];
  }

  note(i: number, mark: SearchMark): void {
    this.marks[i] = mark;
    this.rubbishInARow = mark === "r" ? this.rubbishInARow + 1 : 0;
    if (
      protocolOf(this.link.settings.kind) === "modbus" &&
      this.rubbishInARow >= HOPELESS &&
      !this.marks.includes("f")
    )
      this.hopeless = true;
  }
}

/** How an address that gave no drive is shown. */
export function letterOf(outcome: Failure): SearchMark {
  switch (outcome.kind) {
    case "silent":
      return "s";
    case "rubbish":
      return "r";
    case "refused":
      return "g";
    case "lost":
      return ".";
  }
}
