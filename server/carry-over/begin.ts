import {
  settle,
  type CarryAccount,
  type CarriedValue,
  type Decision,
  type SettledLine,
} from "@/core/carry-over";
import type { PlateWords } from "@/core/contract";
import { parameterFor, type Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import { checkRange, formatLine, parseValue, type RawValue } from "@/core/value";
import { counted } from "@/core/words";
import { addSteps, beginDraft, loadDraft, notAsSeen, whyRetired } from "@/server/drafts";
import type { Person } from "@/server/people";
import { lookAtCarry, type Carry, type CarryParts } from "./look";

/** What somebody says of a line: as a decision, with own values as they were typed. */
export interface SaidOfLine {
  id: string;
  choose: Decision["choose"];
  typed?: Array<{ code: string; text: string }>;
}

export interface CarryWish {
  record: number;
  to: PlateWords;
  /** Of the lines that were seen. */
  seal: string;
  decisions: SaidOfLine[];
  title: string;
}

/**
 * Makes a draft for a position of what a record becomes on another drive: it stands on the target's factory values, and holds what was carried over, each with its reason.
 * Refused while a line that asks a person is open, when the lines are others than were seen, or when a typed value cannot be.
 */
export async function beginCarried(
  parts: CarryParts,
  person: Person,
  position: { id: number; plantId: number; tag: string; retiredAt: Date | null },
  { record, to, seal, decisions, title }: CarryWish,
): Promise<Result<{ id: number }>> {
  const refused = whyRetired(position);
  if (refused) return refused;
  const { plantId, tag } = position;
  const looked = await lookAtCarry(parts, plantId, tag, record, to);
  if (!looked.ok) return looked;
  const carry = looked.value;
  const unseen = notAsSeen(carry.seal === seal);
  if (unseen) return unseen;
  const said = readDecisions(carry, decisions);
  if (!said.ok) return said;
  const { open, values, lines } = settle(carry.lines, said.value);
  if (open.length > 0)
    return bad({
      kind: "not-looked-at",
      text: `${counted(open.length, "line asks", "lines ask")} for a decision or a look, without one: ${open
        .slice(0, 4)
        .map((each) => each.id.replace("→", "to"))
        .join("; ")}.`,
      remedy: "Decide each, or look at it; then make the draft.",
    });
  const at = parts.now();
  const account = accountOf(carry, lines, { tag, record, byName: person.name, at });
  const id = await parts.db.transaction(async (tx) => {
    const made = await beginDraft(tx, person, position, { plate: carry.plate, account }, title, at);
    const loaded = (await loadDraft(tx, parts.shelf, plantId, made))!;
    await addSteps(tx, loaded, person, stepsOf(carry, lines, values), at);
    return made;
  });
  return good({ id });
}

function readDecisions({ target }: Carry, said: readonly SaidOfLine[]): Result<Decision[]> {
  const decisions: Decision[] = [];
  for (const { id, choose, typed = [] } of said) {
    const values: CarriedValue[] = [];
    for (const { code, text } of choose === "own" ? typed : []) {
      const parameter = target.definition.byCode.get(code);
      const own = parameter && parameterFor(target.definition, parameter, target.rating);
      const parsed = own && parseValue(own, text);
      const fault = parsed?.ok ? checkRange(own!, parsed.raw) : parsed?.reason;
      if (!parsed?.ok || fault)
        return bad({
          kind: "bad-request",
          text: fault ?? `The target has no ${code}.`,
          remedy: "Correct the value, or take what is offered.",
        });
      values.push({ code, raw: parsed.raw });
    }
    decisions.push({ id, choose, values });
  }
  return good(decisions);
}

/** What the draft holds otherwise than the target's factory values, each with the reason of its line. */
function stepsOf(
  { target, row, source }: Carry,
  lines: readonly SettledLine[],
  values: ReadonlyMap<string, RawValue>,
) {
  const factory = valuesByCode(factorySet(target.definition, target.rating));
  return lines.flatMap((line) =>
    line.from.length === 0
      ? []
      : line.to.flatMap(({ code }) => {
          const after = values.get(code);
          const before = factory.get(code);
          if (after === undefined || after === before) return [];
          const was = line.from.map((each) => each.code).join(", ");
          const own = `From ${was} of record ${row.number} (${source.definition.title}).`;
          return [
            { code, before, after, reason: [own, line.reason].filter(Boolean).join(" ").slice(0, 500) },
          ];
        }),
  );
}

function accountOf(
  { source, target, plate, by, mapping, row }: Carry,
  lines: readonly SettledLine[],
  { tag, record, byName, at }: { tag: string; record: number; byName: string; at: Date },
): CarryAccount {
  const inWords = (definition: Definition, of: readonly CarriedValue[]) =>
    of.map(({ code, raw }) => {
      const parameter = definition.byCode.get(code)!;
      return {
        code,
        name: parameter.name,
        ...(raw === undefined ? {} : { text: formatLine(parameter, raw) }),
      };
    });
  return {
    version: 1,
    tag,
    record,
    from: {
      title: source.definition.title,
      definitionId: source.definition.id,
      definitionVersion: source.definition.version,
      rating: row.ratingName,
      firmware: row.firmware,
    },
    to: {
      title: target.definition.title,
      definitionId: target.definition.id,
      definitionVersion: target.definition.version,
      rating: plate.ratingName,
      firmware: plate.firmware,
    },
    by,
    mappingVersion: mapping?.version,
    byName,
    at: at.toISOString(),
    lines: lines.map(({ outcome, from, to, reason, review, decided }) => ({
      outcome,
      from: inWords(source.definition, from),
      to: inWords(target.definition, to),
      reason,
      ...(review ? { review } : {}),
      ...(decided ? { decided } : {}),
    })),
  };
}
