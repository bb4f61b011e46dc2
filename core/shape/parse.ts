import type { Shape } from "./shape";

export type Parsed<T> = { ok: true; value: T } | { ok: false; path: string; message: string };

/**
 * Looks whether a value has a shape. Nothing is converted: "5" is no number.
 * When it has not, `path` names the first place that is wrong ("link.port") and `message` says what is, with the path.
 */
export function parse<T>({ joi }: Shape<T>, value: unknown): Parsed<T> {
  const checked = joi.validate(value, { convert: false });
  if (!checked.error) return { ok: true, value: checked.value as T };
  const detail = checked.error.details[0]!;
  return { ok: false, path: detail.path.join("."), message: detail.message };
}

/** The same for the texts of a path or a query: "5" is the number 5 where a number is expected. */
export function parseTexts<T>({ joi }: Shape<T>, value: Record<string, unknown>): Parsed<T> {
  const checked = joi.validate(value, { convert: true });
  if (!checked.error) return { ok: true, value: checked.value as T };
  const detail = checked.error.details[0]!;
  return { ok: false, path: detail.path.join("."), message: detail.message };
}
