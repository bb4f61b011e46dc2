import { defaultFor, parameterFor, type Definition } from "@/core/definition";
import type { Parameter, RawValue } from "@/core/value";
import type { Carried } from "./carry-value";
import type { CarriedValue, CarryLine, Outcome } from "./line";
import type { Review } from "./mapping";

/** One side of a carrying over: a list for a firmware, and a rating. */
export interface Side {
  definition: Definition;
  rating: string | undefined;
}

/** What a line says beside its values. */
export interface Said {
  outcome: Outcome;
  reason: string;
  asks?: CarryLine["asks"];
  review?: Review;
}

/** The account while it is made: every parameter of either side comes into it once, and whoever wants one a second time is told. */
export class Account {
  readonly lines: CarryLine[] = [];
  private readonly goneFrom = new Set<string>();
  private readonly goneTo = new Set<string>();

  constructor(
    readonly source: Side & { values: ReadonlyMap<string, RawValue> },
    readonly target: Side,
  ) {}

  hasFrom(code: string): boolean {
    return this.goneFrom.has(code);
  }
  hasTo(code: string): boolean {
    return this.goneTo.has(code);
  }

  /** A parameter of the source, as it is for its rating. */
  from(code: string): Parameter | undefined {
    const { definition, rating } = this.source;
    const parameter = definition.byCode.get(code);
    return parameter && parameterFor(definition, parameter, rating);
  }
  /** A parameter of the target, as it is for its rating. */
  to(code: string): Parameter | undefined {
    const { definition, rating } = this.target;
    const parameter = definition.byCode.get(code);
    return parameter && parameterFor(definition, parameter, rating);
  }
  held(code: string): RawValue | undefined {
    return this.source.values.get(code);
  }
  /** Whether the source holds something else than the factory's value of its rating. */
  isSet(code: string): boolean {
    const { definition, rating } = this.source;
    const parameter = definition.byCode.get(code);
    const held = this.held(code);
    return (
      parameter !== undefined && held !== undefined && held !== defaultFor(definition, parameter, rating)
    );
  }

  /** Writes a line down. Throws when one of its parameters is in the account already. */
  add(from: readonly string[], to: readonly CarriedValue[], said: Said): void {
    const again = [
      ...from.filter((each) => this.goneFrom.has(each)),
      ...to.map((each) => each.code).filter((each) => this.goneTo.has(each)),
    ];
    if (again.length > 0) throw new Error(`${again.join(", ")} would be carried over twice.`);
    from.forEach((each) => this.goneFrom.add(each));
    to.forEach((each) => this.goneTo.add(each.code));
    this.lines.push({
      id: [...from, "→", ...to.map((each) => each.code)].join(" "),
      from: from.map((code) => ({ code, raw: this.held(code) })),
      to: [...to],
      ...said,
    });
  }

  /** The same with values as they were carried: what could not be, or not exactly, asks a person. */
  addCarried(
    from: readonly string[],
    to: readonly Parameter[],
    carried: readonly Carried[],
    said: Said,
  ): void {
    const bad = carried.find((each) => each.kind === "cannot");
    const near = carried.find((each) => each.kind === "nearest");
    const offered = to.map((parameter, i): CarriedValue => {
      const each = carried[i]!;
      return { code: parameter.code, raw: each.kind === "cannot" ? parameter.rawDefault : each.raw };
    });
    if (bad)
      return this.add(from, offered, {
        ...said,
        outcome: "decide",
        asks: "decide",
        reason: `${bad.why} ${said.reason}`.trim(),
      });
    if (near)
      return this.add(from, offered, {
        ...said,
        outcome: "out-of-range",
        asks: "decide",
        reason: `${near.why} ${said.reason}`.trim(),
      });
    this.add(from, offered, said);
  }
}
