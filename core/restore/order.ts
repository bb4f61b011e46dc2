import { isAbove, type Definition } from "@/core/definition";
import type { Parameter, ParameterKind, RawValue } from "@/core/value";
import type { PlannedWrite } from "./planned-write";

/** The motor is known before it is controlled; the drive may answer elsewhere after the communication changed. */
const KIND_ORDER: Partial<Record<ParameterKind, number>> = {
  motor: 0,
  tuning: 1,
  setting: 2,
  communication: 3,
};

/**
 * Puts writes in an order in which no rule between two parameters ("lower must not be above upper") is broken on the way,
 * given what the drive holds now: a rising lower value waits for the upper one to rise, a falling upper one for the lower to fall.
 * What changes others comes before them. Otherwise motor data first, communication last, and the definition's order between.
 */
export function orderWrites(
  definition: Definition,
  writes: readonly PlannedWrite[],
  live: ReadonlyMap<string, RawValue>,
): PlannedWrite[] {
  const usual = [...writes].sort((a, b) => rank(definition, a.code) - rank(definition, b.code));
  const waitsFor = new Map<string, Set<string>>();
  const target = new Map(writes.map((each) => [each.code, each.to]));
  for (const rule of definition.rules) {
    const lower = target.get(rule.lower);
    const upper = target.get(rule.upper);
    if (lower === undefined || upper === undefined) continue;
    if (isAbove(definition, rule.lower, lower, rule.upper, live.get(rule.upper)))
      add(waitsFor, rule.lower, rule.upper);
    else if (isAbove(definition, rule.lower, live.get(rule.lower), rule.upper, upper))
      add(waitsFor, rule.upper, rule.lower);
  }
  for (const { code, changes } of definition.file.couplings ?? [])
    for (const changing of withBase(definition, [code]))
      for (const changed of withBase(definition, changes))
        if (target.has(changing.code) && target.has(changed.code) && belongTogether(changing, changed))
          add(waitsFor, changed.code, changing.code);
  const ordered: PlannedWrite[] = [];
  const placed = new Set<string>();
  let rest = usual;
  while (rest.length > 0) {
    const ready = rest.find((each) =>
      [...(waitsFor.get(each.code) ?? [])].every((code) => placed.has(code) || !target.has(code)),
    );
    // Rules that wait for each other in a circle: keep the usual order and let the drive say what it refuses.
    const next = ready ?? rest[0]!;
    ordered.push(next);
    placed.add(next.code);
    rest = rest.filter((each) => each !== next);
  }
  return ordered;
}

function rank(definition: Definition, code: string): number {
  const parameter = definition.byCode.get(code)!;
  return (KIND_ORDER[parameter.kind] ?? 2) * 100_000 + parameter.order;
}

function withBase(definition: Definition, bases: readonly string[]): Parameter[] {
  return definition.parameters.filter((each) => bases.includes(each.base));
}

/** Of the same axis and set; what no axis or set holds belongs to all of them. */
function belongTogether(a: Parameter, b: Parameter): boolean {
  const meets = (x: number, y: number): boolean => x === y || x === 0 || y === 0;
  return meets(a.axis, b.axis) && meets(a.set, b.set);
}

function add(map: Map<string, Set<string>>, key: string, value: string): void {
  map.set(key, (map.get(key) ?? new Set()).add(value));
}
