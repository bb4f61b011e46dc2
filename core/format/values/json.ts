import { encodeKey, type RawValue } from "@/core/value";
import type { FileValue, ValuesAbout, ValuesFile } from "./model";
import { isRecordDocument, readRecordDocument } from "./record-document";

const CODE_KEYS = ["code", "parameter", "id", "number", "no", "index", "key"];
const VALUE_KEYS = ["raw", "rawValue", "value", "setting", "val", "current", "actual"];

/**
 * Reads values out of JSON: a record of our own, or what another program wrote, as an object of codes with their values, or a list of objects that have a code
 * and a value each, wherever in the file it stands. Undefined when there is neither, or the text is no JSON.
 */
export function readJsonValues(text: string): ValuesFile | undefined {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    return undefined;
  }
  if (isRecordDocument(content)) return fromDocument(content);
  const best = candidates(content).sort((a, b) => b.length - a.length)[0];
  return best && best.length > 0 ? { about: {}, values: best, notes: [] } : undefined;
}

function fromDocument(content: object): ValuesFile | undefined {
  const document = readRecordDocument(content);
  if (!document.ok) return undefined;
  const { drive, definition, position, number, takenAt, hashAll, groups } = document.value;
  const about: ValuesAbout = {
    definition: definition.id,
    position,
    record: number,
    takenAt,
    serial: drive.serial || undefined,
    rating: drive.rating,
    supply: drive.supply || undefined,
    firmware: drive.firmware || undefined,
    axes: drive.axes,
    options: drive.options?.map((each) => each.id),
    hash: hashAll,
  };
  const all = groups.flatMap(({ axis, set, values }) =>
    Object.entries(values).map(([code, raw]) => ({ code: encodeKey({ code, axis, set }), raw })),
  );
  return { about, values: all.map((each, i) => ({ line: i + 1, name: "", ...each })), notes: [] };
}

/** Every place of a content that may be a set of values. */
function candidates(content: unknown): FileValue[][] {
  if (typeof content !== "object" || content === null) return [];
  if (Array.isArray(content)) {
    const listed = content.flatMap((each, i) => listedValue(each, i + 1));
    return [listed, ...content.slice(0, 200).flatMap(candidates)];
  }
  const entries = Object.entries(content);
  const own = entries
    .filter((each): each is [string, string | number] => ["string", "number"].includes(typeof each[1]))
    .map(([code, value], i) => ({ line: i + 1, code, name: "", text: String(value) }));
  return [own, ...entries.flatMap(([, each]) => candidates(each))];
}

function listedValue(each: unknown, line: number): FileValue[] {
  if (typeof each !== "object" || each === null) return [];
  const byKey = new Map(Object.entries(each).map(([key, value]) => [key.toLowerCase(), value as unknown]));
  const pick = (keys: string[]): [string, RawValue] | undefined => {
    for (const key of keys) {
      const value = byKey.get(key.toLowerCase());
      if (typeof value === "string" || typeof value === "number") return [key, value];
    }
    return undefined;
  };
  const [code, value] = [pick(CODE_KEYS), pick(VALUE_KEYS)];
  if (!code || !value) return [];
  const [name, unit] = [pick(["name", "title"]), pick(["unit"])];
  const base = { line, code: String(code[1]), name: String(name?.[1] ?? "") };
  return value[0].startsWith("raw")
    ? [{ ...base, raw: value[1] }]
    : [{ ...base, text: unit ? `${value[1]} ${unit[1]}` : String(value[1]) }];
}
