import type { RawValue } from "@/core/value";
import type { CarriedValue, CarryLine } from "./line";

/** What a person says of a line: take what is offered, leave the target's factory value, or these values. */
export interface Decision {
  /** The line's id. */
  id: string;
  choose: "offered" | "factory" | "own";
  values?: CarriedValue[];
}

/** A line with what came of it, and how it was decided. */
export interface SettledLine extends CarryLine {
  decided?: Decision["choose"];
}

export interface Settled {
  lines: SettledLine[];
  /** Lines that nobody has decided or looked at yet. */
  open: CarryLine[];
  /** What the target gets, by code; what is not in it stays at its factory value. */
  values: Map<string, RawValue>;
}

/** Puts decisions to the lines that ask for one. A decision for a line that asks nothing, or that is not there, counts for nothing. */
export function settle(lines: readonly CarryLine[], decisions: readonly Decision[]): Settled {
  const said = new Map(decisions.map((each) => [each.id, each]));
  const values = new Map<string, RawValue>();
  const open: CarryLine[] = [];
  const settled = lines.map((line): SettledLine => {
    const decision = line.asks ? said.get(line.id) : undefined;
    if (line.asks && !decision) open.push(line);
    const to = decision?.choose === "own" ? ownValues(line, decision) : line.to;
    if (decision?.choose === "factory")
      return { ...line, to: line.to.map(({ code }) => ({ code })), decided: "factory" };
    for (const { code, raw } of to) if (raw !== undefined) values.set(code, raw);
    return { ...line, to, ...(decision ? { decided: decision.choose } : {}) };
  });
  return { lines: settled, open, values };
}

/** Values that a person typed, of this line's parameters alone. */
function ownValues(line: CarryLine, { values = [] }: Decision): CarriedValue[] {
  return line.to.map((each) => values.find((own) => own.code === each.code) ?? each);
}
