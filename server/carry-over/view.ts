import type { CarriedValue, CarryLine } from "@/core/carry-over";
import type { CarryView } from "@/core/contract";
import { defaultFor, type Definition } from "@/core/definition";
import { formatLine, type RawValue } from "@/core/value";
import type { Carry } from "./look";

/** What would be carried over, in words. */
export function carryView({ source, target, row, plate, by, lines, seal }: Carry): CarryView {
  const inWords = (definition: Definition, of: readonly CarriedValue[]) =>
    of.map(({ code, raw }) => {
      const parameter = definition.byCode.get(code);
      return {
        code,
        name: parameter?.name ?? "",
        ...(raw === undefined || !parameter ? {} : { text: formatLine(parameter, raw) }),
      };
    });
  return {
    by,
    from: `${source.definition.file.vendor} ${row.ratingName || source.definition.file.family}, firmware ${row.firmware || "not told"}`,
    to: `${target.definition.file.vendor} ${plate.ratingName}, firmware ${plate.firmware || "not known yet"}`,
    lines: lines.map((line) => ({
      id: line.id,
      outcome: line.outcome,
      from: inWords(source.definition, line.from),
      to: inWords(target.definition, line.to).map((each) => ({
        ...each,
        ...factoryWords(target, line, each.code),
        ...choicesOf(target, line, each.code),
      })),
      offersFactory: line.to.every(({ code, raw }) => raw === undefined || raw === factoryOf(target, code)),
      reason: line.reason,
      ...(line.asks ? { asks: line.asks } : {}),
      ...(line.review ? { review: line.review } : {}),
    })),
    seal,
  };
}

function choicesOf({ definition }: Carry["target"], { asks }: CarryLine, code: string) {
  const choices = asks ? definition.byCode.get(code)?.choices : undefined;
  return choices ? { choices: choices.map(({ value, text }) => ({ value, text })) } : {};
}

function factoryWords(target: Carry["target"], { asks }: CarryLine, code: string) {
  const raw = asks ? factoryOf(target, code) : undefined;
  return raw === undefined ? {} : { factory: formatLine(target.definition.byCode.get(code)!, raw) };
}

function factoryOf({ definition, rating }: Carry["target"], code: string): RawValue | undefined {
  const parameter = definition.byCode.get(code);
  return parameter && defaultFor(definition, parameter, rating);
}
