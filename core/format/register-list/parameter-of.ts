import type { ParameterSpec } from "@/core/definition";
import { isFloat, registerCount } from "@/core/value";
import { asCommand } from "../as-command";
import type { LineNote } from "../note";
import { readAccess, readAddress, readBits, readChoices, readDecimal, readRange, readType } from "./cells";
import type { Field } from "./columns";
import type { Notation } from "./notation";
import type { ListOptions, ListRow } from "./options";
import { isReserved, kindOf, limits, scaleOf, untold, withinName } from "./row-parts";

const EMPTY = /^[-–—.]*$/;

/** What a row means, with its group: its own, else the chapter's, else a hundred of registers. Undefined where it is left out, which is in the notes. */
export function parameterOf(
  row: ListRow,
  { mapping, base, ...notation }: ListOptions & Notation,
  notes: LineNote[],
  chapter: string | undefined,
): { group: string; spec: ParameterSpec } | undefined {
  const cell = (field: Field): string => {
    const at = mapping[field];
    const text = at === undefined ? "" : (row.cells[at] ?? "").trim();
    return EMPTY.test(text) ? "" : text;
  };
  const what =
    [cell("code"), cell("name")].filter(Boolean).join(" ").slice(0, 60) ||
    row.cells.join(" ").trim().slice(0, 60);
  const say = (verdict: LineNote["verdict"], reason: string, remedy: string): undefined => {
    notes.push({ line: row.line, verdict, what, reason, remedy });
  };
  const place = readAddress(cell("address"), { base, ...notation });
  if (!place)
    return say(
      "left-out",
      cell("address") === ""
        ? "There is no register in this row."
        : `"${cell("address")}" is no register: 0 to 65535, 0x0000 to 0xFFFF, or 40001 and up.`,
      "A heading needs nothing; otherwise correct the register or the choice of columns.",
    );
  if (isReserved(cell("name")))
    return say(
      "left-out",
      "It is reserved, by its name.",
      "If it is a parameter, give it a name of its own.",
    );
  const typed: ReturnType<typeof readType> =
    cell("type") === "" ? { type: untold(place, cell) } : readType(cell("type"));
  if (!typed)
    return say(
      "left-out",
      `"${cell("type")}" is no type that is known.`,
      "Write u16, i16, u32, i32, u64, i64, float32, float64, bits16 or text.",
    );
  const registers = registerCount(typed.type, typed.length ?? 16);
  if (place.count !== undefined && typed.type !== "text" && place.count !== registers)
    return say(
      "left-out",
      `It stands in ${place.count} registers, and a ${typed.type} takes ${registers}.`,
      "Correct the type or the registers.",
    );
  const choices = readChoices(cell("choices") || (readRange(cell("range")) ? "" : cell("range")));
  const code =
    (cell("code") || `A${place.address}`)
      .replace(/\s+/g, "")
      .replace(/[^A-Za-z0-9._-]/g, "-")
      .replace(/^[^A-Za-z0-9]+/, "")
      .slice(0, 24) || `A${place.address}`;
  const { name, unit, step, readOnly } = withinName(cell("name") || code, cell("unit"), cell("range"));
  const spec: ParameterSpec = { code, name, address: place.address, type: typed.type };
  if (typed.wordOrder) spec.wordOrder = typed.wordOrder;
  if (cell("help") && cell("help") !== spec.name) spec.help = cell("help");
  if (spec.type === "text")
    spec.length = Math.min(120, Math.max(1, typed.length ?? readDecimal(cell("length")) ?? 16));
  const scale =
    spec.type === "text" || isFloat(spec.type) || spec.type.startsWith("bits")
      ? undefined
      : (scaleOf(cell, notation.scales) ?? step);
  if (scale === "wrong")
    say(
      "changed",
      `"${cell("scale") || cell("divisor") || cell("decimals")}" is no step, divisor or number of decimals.`,
      "The raw value is taken as it is.",
    );
  else if (scale !== undefined && scale !== 1 && scale !== "1/1") spec.scale = scale;
  if (unit) spec.unit = unit;
  const bits = readBits(cell("choices") || cell("help"));
  if (bits.length > 1 && (spec.type === "u16" || spec.type === "u32")) {
    say(
      "note",
      "Its choices are bits, each by itself.",
      "It is taken as a word of bits; look whether that is right.",
    );
    spec.type = spec.type === "u16" ? "bits16" : "bits32";
    delete spec.scale;
    spec.bits = bits;
  }
  if (choices.length > 0 && !spec.type.startsWith("bits") && !isFloat(spec.type) && spec.type !== "text")
    spec.choices = choices;
  if (choices.length > 0 && spec.type.startsWith("bits"))
    spec.bits = choices
      .filter((each) => each.value >= 0 && each.value < 32)
      .map((each) => ({ bit: each.value, text: each.text }));
  const access = readAccess(cell("access")) ?? (cell("access") === "" && readOnly ? "ro" : undefined);
  if (access === "wo")
    return say(
      "left-out",
      "It can only be written, so there is nothing to record or compare.",
      "Commands are named in the definition on their own.",
    );
  const unknown = access === undefined && cell("access") !== "";
  if (unknown)
    say(
      "changed",
      `"${cell("access")}" does not tell whether it may be written.`,
      "It is taken as read-only: recorded and compared, not restored. Write RO or RW.",
    );
  const kind = kindOf(cell("kind"), say);
  if (access === "ro" || place.input || unknown) {
    spec.readOnly = true;
    spec.kind = kind ?? "measured";
  } else {
    limits(spec, cell, notation.limits, say);
    const command = kind ? undefined : asCommand(spec, row.line);
    if (kind && kind !== "setting") spec.kind = kind;
    if (command) notes.push(command);
  }
  return {
    group:
      cell("group") ||
      chapter ||
      `Registers ${Math.floor(place.address / 100) * 100} to ${Math.floor(place.address / 100) * 100 + 99}`,
    spec,
  };
}
