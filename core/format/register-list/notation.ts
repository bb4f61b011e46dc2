import type { LineNote } from "../note";
import { readAddress, readDecimal, readRange, readType } from "./cells";
import type { Mapping } from "./columns";

/** How a list writes its registers and limits; one way for the whole list. */
export interface Notation {
  /** "listed": 40001 and 30001 are the first holding and input register; "plain": every number is the register itself. */
  numbering: "plain" | "listed";
  radix: 10 | 16;
  /** Limits and defaults stand in the value's unit, or as the raw number on the wire. */
  limits: "physical" | "raw";
  /** What a bare 10 in the column of steps means: a raw step of ten, or that the raw number is divided by ten. */
  scales: "step" | "divisor";
}

type Rows = ReadonlyArray<{ line: number; cells: readonly string[] }>;

/**
 * Finds out how a list writes its numbers, from all of its rows together, since one row alone can mean several things. What the list does not tell is
 * put as a question: one note for the whole list (line 0), with what was assumed.
 */
export function guessNotation(
  rows: Rows,
  mapping: Mapping,
  heading: string,
): { notation: Notation; questions: LineNote[] } {
  const column = (field: keyof Mapping): string[] => {
    const at = mapping[field];
    return at === undefined
      ? []
      : rows.map((row) => (row.cells[at] ?? "").trim()).filter((each) => each !== "");
  };
  const questions: LineNote[] = [];
  const ask = (what: string, reason: string, remedy: string): void => {
    questions.push({ line: 0, verdict: "note", what, reason, remedy });
  };
  const addresses = column("address");
  const radix = radixOf(addresses, heading, ask);
  const numbering = radix === 16 ? "plain" : numberingOf(addresses, ask);
  // What stands in hexadecimal, or begins at 0, is counted as the wire does.
  const bare = addresses.filter((each) => /^\d+$/.test(each));
  if (numbering === "plain" && radix === 10 && bare.length > 0 && !bare.includes("0"))
    ask(
      "Registers",
      "The list does not tell whether its first register is 0 or 1.",
      "It is taken as on the wire, from 0. Read one value whose meaning is known; where everything is one off, choose 1 above.",
    );
  const inputs = addresses.filter((each) => readAddress(each, { base: 0, radix, numbering })?.input);
  if (inputs.length > 0)
    ask(
      "Input registers",
      `${inputs.length} of ${addresses.length} stand as input registers (3x). They are a table of their own, read by function 4; a definition reads with one function.`,
      "They are read as the others are: many drives give both alike. Read one whose value is known; where all are input registers, choose function 4 below.",
    );
  const scales = scalesOf(column("scale"), ask);
  const limits = limitsOf(rows, mapping, scales, ask);
  if (mapping.type === undefined)
    ask(
      "Types",
      "No column tells the types.",
      "Each is taken as one register without sign, or with sign where a limit is negative. Choose the column, or correct the list.",
    );
  if (mapping.access === undefined)
    ask(
      "Access",
      "No column tells what may be written.",
      "What its name does not call read only or a command is taken for a setting, which a restore writes. Choose the column, or look through the kinds.",
    );
  if (column("type").some((each) => /32|64|dint|dword|long|float|real/i.test(each)))
    ask(
      "Values of several registers",
      "A list seldom tells which register comes first.",
      "Read one whose value is known; where it is out of all proportion, change the order of the words below.",
    );
  return { notation: { numbering, radix, limits, scales }, questions };
}

type Ask = (what: string, reason: string, remedy: string) => void;

function radixOf(addresses: string[], heading: string, ask: Ask): 10 | 16 {
  const bare = addresses.filter((each) => /^[\da-f]{1,4}$/i.test(each));
  const letters = bare.some((each) => /[a-f]/i.test(each));
  if (/\bhex|0x/i.test(heading)) return 16;
  if (letters && bare.length === addresses.filter((each) => /^[\da-f]+$/i.test(each)).length) return 16;
  if (bare.length > 1 && bare.every((each) => each.length === 4 && each.startsWith("0")))
    ask(
      "Registers",
      "Numbers with leading zeros are often hexadecimal.",
      "They are taken as decimal. Choose hexadecimal above where the manual says so.",
    );
  return 10;
}

function numberingOf(addresses: string[], ask: Ask): Notation["numbering"] {
  const numbers = addresses.filter((each) => /^\d+$/.test(each));
  const listed = numbers.filter((each) => /^[34]\d{4}$|^[34]\d{5}$/.test(each));
  if (listed.length === 0) return "plain";
  // A list that numbers in the old way does so throughout; a register above 40000 stands among others.
  if (listed.length === numbers.length) return "listed";
  ask(
    "Registers",
    `${listed.length} of ${numbers.length} registers begin with 3 or 4 as holding and input registers are listed, the others do not.`,
    "They are taken as the registers themselves. Choose the other above where 40001 means the first register.",
  );
  return "plain";
}

/** A column of 1, 10 and 100 holds what to divide by, hardly ever steps; with a 0.1 among them it holds steps. */
function scalesOf(scales: string[], ask: Ask): Notation["scales"] {
  const bare = scales.filter((each) => /^10*$/.test(each));
  if (bare.length < scales.length || !bare.some((each) => each.length > 1)) return "step";
  ask(
    "Steps",
    "The list has 10 and 100 where a step is told.",
    "The raw number is divided by them: 10 means one decimal. Read one value whose meaning is known; else give steps as 0.1.",
  );
  return "divisor";
}

function limitsOf(rows: Rows, mapping: Mapping, scales: Notation["scales"], ask: Ask): Notation["limits"] {
  let scaled = 0;
  for (const { cells } of rows) {
    const cell = (field: keyof Mapping): string =>
      mapping[field] === undefined ? "" : (cells[mapping[field]] ?? "");
    const told = readStep(cell("scale"));
    const step =
      (told && scales === "divisor" ? 1 / told : told) ?? divided(cell("divisor"), cell("decimals"));
    if (step === undefined || step === 1) continue;
    const range = readRange(cell("range"));
    const values = [cell("min"), cell("max"), cell("default")].map(readDecimal);
    const numbers = [...values, range?.min, range?.max].filter((each) => each !== undefined);
    if (numbers.length === 0) continue;
    scaled += 1;
    const texts = [cell("min"), cell("max"), cell("default"), cell("range")];
    // Only a value in its unit has a fraction; only a raw one may be larger than what the register can hold in that unit.
    if (texts.some((each) => /\d[.,]\d/.test(each))) return "physical";
    const most = mostOf(cell("type"));
    if (most !== undefined && step < 1 && Math.max(...numbers) / step > most) return "raw";
  }
  if (scaled > 0)
    ask(
      "Limits and defaults",
      "The list does not tell whether they stand in the value's unit or as the raw number.",
      "They are taken in the value's unit. Choose the other above where 500 at a step of 0.1 means 50.0.",
    );
  return "physical";
}

function divided(divisor: string, decimals: string): number | undefined {
  const by = readDecimal(divisor);
  if (by !== undefined && by > 0) return 1 / by;
  const places = readDecimal(decimals);
  return places === undefined ? undefined : 10 ** -places;
}

function mostOf(type: string): number | undefined {
  const known = type === "" ? "u16" : readType(type)?.type;
  return known === undefined ? undefined : { u8: 255, i8: 127, u16: 65_535, i16: 32_767 }[known as string];
}

const RAISED: Record<string, string> = { "⁻": "-", "⁰": "0", "¹": "1", "²": "2", "³": "3", "⁴": "4" };

/**
 * What one raw step is, as lists write it: 0.1, 1/10, 10^-1, 10⁻¹, 1e-1. "x10", "×100" say that the raw number is the value times ten, so that a step
 * is a tenth. Undefined when it says nothing.
 */
export function readStep(text: string): number | undefined {
  const plain = text
    .trim()
    .replace(/\s/g, "")
    .replace(
      /[⁻⁰¹²³⁴]/g,
      (each, at: number, all: string) => (at > 0 && /\d/.test(all[at - 1]!) ? "^" : "") + RAISED[each]!,
    );
  const power = /^[x×*·]?10\^(-?\d)[^\d]*$/.exec(plain);
  if (power) return 10 ** Number(power[1]);
  const times = /^[x×*·](10+)$/i.exec(plain);
  if (times) return 1 / Number(times[1]);
  const over = /^[/÷:](\d+)$/.exec(plain);
  if (over) return 1 / Number(over[1]);
  return readDecimal(plain.replace(/^[x×*·]/i, ""));
}
