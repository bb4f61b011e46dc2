import { physicalRational, reduce, type Parameter, type Rational, type RawValue } from "@/core/value";
import type { Account, Said } from "./account";
import { carryValue, type Carried } from "./carry-value";
import type { MappingFile, MappingLine } from "./mapping";
import { carryRatedShare, SAME_AMPERES } from "./rated-share";
import { reviewOf } from "./review";
import { byTable } from "./table";

export type Direction = "forwards" | "backwards";

/** Carries over what a mapping names, in the direction that is gone. */
export function carryByMapping(account: Account, mapping: MappingFile, direction: Direction): void {
  for (const line of mapping.lines) carryLine(account, line, direction);
  for (const table of mapping.tables ?? []) {
    const [from, to] = direction === "forwards" ? [table.from, table.to] : [table.to, table.from];
    carryTable(account, from, to, table, direction);
  }
}

function carryTable(
  account: Account,
  from: readonly string[],
  to: readonly string[],
  { rows, note, review }: NonNullable<MappingFile["tables"]>[number],
  direction: Direction,
): void {
  const made = to.flatMap((code) => account.to(code) ?? []);
  const held = from.flatMap((code) => {
    const parameter = account.from(code);
    const raw = account.held(code);
    return parameter && raw !== undefined ? [{ parameter, raw }] : [];
  });
  if (made.length !== to.length || held.length !== from.length) return;
  const carried = byTable(rows, direction, held, made);
  const said: Said = {
    outcome: from.length === 1 && to.length === 1 ? "choice" : "split-joined",
    reason: note ?? "",
    ...reviewOf(made, review),
  };
  account.addCarried(
    from,
    made,
    carried ?? made.map(() => ({ kind: "cannot", why: "No row of the mapping fits these values together." })),
    said,
  );
}

function carryLine(account: Account, line: MappingLine, direction: Direction): void {
  const many = line.bits ?? [line.to ?? []].flat();
  const [from, to] = direction === "forwards" ? [[line.from], many] : [many, [line.from]];
  const sources = from.flatMap((code) => account.from(code) ?? []);
  const made = to.flatMap((code) => account.to(code) ?? []);
  const raws = from.flatMap((code) => account.held(code) ?? []);
  // What this firmware has not got, or the record does not hold, is no matter of the mapping.
  if (sources.length !== from.length || made.length !== to.length || raws.length !== from.length) return;
  const review = reviewOf(made, line.review);
  if (line.newDefault !== undefined) {
    const kept = made.map((each) => ({ code: each.code, raw: each.rawDefault }));
    const asks = review.asks ?? (from.some((code) => account.isSet(code)) ? ("look" as const) : undefined);
    return account.add(from, kept, { outcome: "new-default", reason: line.newDefault, ...review, asks });
  }
  if (line.decide !== undefined) {
    const offered = made.map((each) => ({ code: each.code, raw: each.rawDefault }));
    return account.add(from, offered, { outcome: "decide", reason: line.decide, ...review, asks: "decide" });
  }
  const note = line.note ?? "";
  if (line.bits) return carryBits(account, line, direction, { sources, made, raws });
  if (from.length > 1) {
    const each = sources.map((source, i) => carryOne(account, line, direction, source, raws[i]!, made[0]!));
    const first = each[0]!;
    const alike = each.every((one) => one.kind === "same" && first.kind === "same" && one.raw === first.raw);
    const joined: Carried = alike
      ? first
      : { kind: "cannot", why: `${from.join(", ")} are not alike, and become one.` };
    return account.addCarried(from, made, [joined], { outcome: "split-joined", reason: note, ...review });
  }
  const share = made.length === 1 ? carryRatedShare(account, sources[0]!, raws[0]!, made[0]!) : undefined;
  if (share)
    return account.addCarried(from, made, [share], {
      outcome: "rating",
      reason: SAME_AMPERES,
      ...review,
      asks: "look",
    });
  const carried = made.map((each) => carryOne(account, line, direction, sources[0]!, raws[0]!, each));
  const outcome = made.length > 1 ? "split-joined" : outcomeOf(line, sources[0]!, made[0]!);
  account.addCarried(from, made, carried, { outcome, reason: note, ...review });
}

/** A word of bits and the parameters that each bit is: 1 where the bit is set. */
function carryBits(
  account: Account,
  line: MappingLine,
  direction: Direction,
  { sources, made, raws }: { sources: Parameter[]; made: Parameter[]; raws: RawValue[] },
): void {
  const said: Said = { outcome: "split-joined", reason: line.note ?? "", ...reviewOf(made, line.review) };
  const from = sources.map((each) => each.code);
  if (direction === "forwards") {
    const word = Number(raws[0]);
    const beyond = word >>> line.bits!.length !== 0;
    const carried = made.map((_, bit): Carried =>
      beyond
        ? { kind: "cannot", why: "It has a bit that nothing stands for there." }
        : { kind: "same", raw: (word >>> bit) & 1 },
    );
    return account.addCarried(from, made, carried, said);
  }
  const word = raws.reduce<number>((sum, raw, bit) => sum + (Number(raw) === 1 ? 2 ** bit : 0), 0);
  account.addCarried(from, made, [{ kind: "same", raw: word }], said);
}

function carryOne(
  account: Account,
  line: MappingLine,
  direction: Direction,
  source: Parameter,
  raw: RawValue,
  to: Parameter,
): Carried {
  if (to.choices || source.choices) return carryChoice(line, direction, source, raw, to);
  if (!line.shareOf) return carryValue(source, raw, to);
  const factor = shareFactor(account, line.shareOf, direction);
  return factor
    ? carryValue(source, raw, to, factor)
    : {
        kind: "cannot",
        why: `What it is a share of (${line.shareOf.from}, ${line.shareOf.to}) is not known.`,
      };
}

function carryChoice(
  line: MappingLine,
  direction: Direction,
  source: Parameter,
  raw: RawValue,
  to: Parameter,
): Carried {
  const { choices = "by-number" } = line;
  const number = Number(raw);
  const fitting =
    choices === "by-number"
      ? [number]
      : choices.flatMap(([a, b]) => {
          const [given, gives] = direction === "forwards" ? [a, b] : [b, a];
          return given === number ? [gives] : [];
        });
  const words = source.choices?.find((each) => each.value === number)?.text ?? String(raw);
  const known = fitting.filter((each) => !to.choices || to.choices.some((one) => one.value === each));
  if (known.length === 1) return { kind: "same", raw: known[0]! };
  return {
    kind: "cannot",
    why: known.length === 0 ? `“${words}” has no counterpart.` : `“${words}” can be several there.`,
  };
}

/** What a share is multiplied with: the whole at the source, in the direction from share to amount; one over it the other way. */
function shareFactor(
  account: Account,
  shareOf: NonNullable<MappingLine["shareOf"]>,
  direction: Direction,
): Rational | undefined {
  const code = direction === "forwards" ? shareOf.from : shareOf.to;
  const parameter = account.from(code);
  const raw = account.held(code);
  const whole = parameter && raw !== undefined ? physicalRational(parameter, raw) : undefined;
  if (!whole || whole.num === 0n) return undefined;
  return direction === "forwards"
    ? reduce({ num: whole.num, den: whole.den * 100n })
    : reduce({ num: whole.den * 100n, den: whole.num });
}

function outcomeOf(line: MappingLine, from: Parameter, to: Parameter): Said["outcome"] {
  if (from.choices || to.choices) {
    const alike =
      line.choices === undefined || line.choices === "by-number" || line.choices.every(([a, b]) => a === b);
    return alike ? "renamed" : "choice";
  }
  if (line.shareOf) return "scaled";
  const sameScale = from.scale.num * to.scale.den === to.scale.num * from.scale.den;
  return sameScale && from.unit === to.unit ? "renamed" : "scaled";
}
