import { NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import { Account, type Side } from "./account";
import { carryByMapping, type Direction } from "./by-mapping";
import { carryByQuantity } from "./by-quantity";
import { OUTCOMES, type CarryLine } from "./line";
import type { MappingFile } from "./mapping";
import { lacksPlace, pairPlaces } from "./pair-places";
import { carryWithinFamily } from "./same-family";

export interface CarryInput {
  /** What is carried over, under the list and the rating it was made with. */
  source: Side & { values: ReadonlyMap<string, RawValue> };
  target: Side;
  /** Which parameter is which, for two lists; without one, two lists are carried over by their common quantities. */
  mapping?: MappingFile;
  /** What people wrote down about parameters of the source, by code. */
  notes?: ReadonlyMap<string, string>;
}

/**
 * Carries a set over to another rating, another firmware, a successor or predecessor, or another family. Gives the account: every parameter of either side stands in exactly
 * one line, with one outcome and its reason; those that ask a person come first. Physical values survive unless their line says otherwise.
 */
export function carryOver({ source, target, mapping, notes }: CarryInput): CarryLine[] {
  const account = new Account(source, target);
  const direction = mapping && directionOf(mapping, source, target);
  if (source.definition.id === target.definition.id) carryWithinFamily(account);
  else if (mapping && direction) carryByMapping(account, mapping, direction);
  else carryByQuantity(account);
  const why = direction ? whyNone(mapping!, direction) : placesWithout(account);
  restOfSource(account, why.source);
  restOfTarget(account, why.target);
  askAboutRules(account);
  if (notes) tellNotes(account, notes);
  const rank = (line: CarryLine): number =>
    (line.asks === undefined ? OUTCOMES.length : 0) + OUTCOMES.indexOf(line.outcome);
  return account.lines
    .map((line, i) => ({ line, i }))
    .sort((a, b) => rank(a.line) - rank(b.line) || a.i - b.i)
    .map(({ line }) => line);
}

/** Which way a mapping is read; undefined where it is of other families. */
export function directionOf(
  { from, to }: MappingFile,
  source: Pick<Side, "definition">,
  target: Pick<Side, "definition">,
): Direction | undefined {
  if (from === source.definition.id && to === target.definition.id) return "forwards";
  return from === target.definition.id && to === source.definition.id ? "backwards" : undefined;
}

/** Why a parameter has no counterpart; undefined where nobody has said. */
type Why = (parameter: Parameter) => string | undefined;
type Whys = Record<"source" | "target", Why>;

function whyNone({ onlyFrom = [], onlyTo = [] }: MappingFile, direction: Direction): Whys {
  const flat = (all: typeof onlyFrom): Why => {
    const said = new Map(all.flatMap(({ codes, why }) => codes.map((code) => [code, why] as const)));
    return ({ base }) => said.get(base);
  };
  const [source, target] = direction === "forwards" ? [onlyFrom, onlyTo] : [onlyTo, onlyFrom];
  return { source: flat(source), target: flat(target) };
}

/** An axis or a set that only one of two families has is the reason for all that stands in it. */
function placesWithout({ source, target }: Account): Whys {
  if (source.definition.id === target.definition.id)
    return { source: () => undefined, target: () => undefined };
  const pairs = pairPlaces(source.definition, target.definition);
  const [from, to] = [pairs.map((each) => each.from), pairs.map((each) => each.to)];
  return {
    source: (each) => lacksPlace(each, from, target.definition.title),
    target: (each) => lacksPlace(each, to, `The record of ${source.definition.title}`),
  };
}

function restOfSource(account: Account, why: Why): void {
  for (const parameter of account.source.definition.parameters) {
    const { code, kind } = parameter;
    if (account.hasFrom(code)) continue;
    if (NOT_SETTINGS.has(kind)) account.add([code], [], { outcome: "not-a-setting", reason: "" });
    else
      account.add([code], [], {
        outcome: "no-counterpart",
        reason: noCounterpart(account, code, kind, why(parameter)),
        // A value that somebody set is not let go of unseen.
        ...(account.isSet(code) ? { asks: "look" as const } : {}),
      });
  }
}

function noCounterpart(account: Account, code: string, kind: string, why: string | undefined): string {
  if (kind === "safety") return "Of a safe function: entered and confirmed by a person.";
  if (kind === "secret") return "A password or key: typed at the drive when it is needed.";
  if (account.held(code) === undefined) return "The record has no value of it.";
  return why ?? "The target has nothing of the kind, as far as anybody has said.";
}

function restOfTarget(account: Account, why: Why): void {
  for (const parameter of account.target.definition.parameters) {
    const { code, kind, readOnly } = parameter;
    if (account.hasTo(code)) continue;
    const to = account.to(code)!;
    if (NOT_SETTINGS.has(kind) || readOnly)
      account.add([], [{ code }], { outcome: "not-a-setting", reason: "" });
    else
      account.add([], [{ code, raw: to.rawDefault }], {
        outcome: "only-target",
        reason: [why(parameter), to.rawDefault === undefined ? NO_FACTORY_VALUE : "Its factory value."]
          .filter(Boolean)
          .join(" "),
      });
  }
}
const NO_FACTORY_VALUE = "Its factory value is not told: it stays as the drive has it.";

/** Where somebody wrote something down, the line says it, and somebody looks at it: it stays with the account, whatever the parameter is called there. */
function tellNotes(account: Account, notes: ReadonlyMap<string, string>): void {
  for (const line of account.lines) {
    const told = line.from.flatMap(({ code }) => notes.get(code) ?? []);
    if (told.length === 0) continue;
    line.reason = [line.reason, ...told.map((each) => `Noted there: “${each}”`)].filter(Boolean).join(" ");
    line.asks ??= "look";
  }
}

/** A rule that the target's values would break is decided; what a rule touches is looked at, where the source had it otherwise than the factory. */
function askAboutRules(account: Account): void {
  const { rules } = account.target.definition;
  const lineOf = new Map(account.lines.flatMap((line) => line.to.map((each) => [each.code, line] as const)));
  const offered = (code: string): number =>
    Number(lineOf.get(code)?.to.find((each) => each.code === code)?.raw);
  for (const { lower, upper, text } of rules) {
    const broken = offered(lower) > offered(upper);
    for (const code of [lower, upper]) {
      const line = lineOf.get(code);
      if (!line || line.from.length === 0) continue;
      if (broken) {
        line.asks = "decide";
        line.reason = `${text} ${line.reason}`.trim();
      } else if (line.from.some((each) => account.isSet(each.code))) line.asks ??= "look";
    }
  }
}
