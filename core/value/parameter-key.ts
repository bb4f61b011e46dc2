/** What names one value of a drive, in any of its axes, parameter sets and options. */
export interface ParameterKey {
  /** As the vendor prints it. */
  code: string;
  /** 0 for the drive as a whole, else the axis, counted from 1. */
  axis: number;
  /** 0 for what no set holds, else the parameter set, counted from 1. */
  set: number;
  /** Only where several options of a drive hold the same code: which of them. */
  option?: string;
}

/**
 * A key as one text: "2:6083.00" on axis 2, "H.mot.12/3" in set 3, "N.12@slot-b" of an option. Axis 1 is not named, so that a single
 * drive's codes are those of its keypad.
 */
export function encodeKey({ code, axis, set, option }: ParameterKey): string {
  return `${axis > 1 ? `${axis}:` : ""}${code}${set > 0 ? `/${set}` : ""}${option === undefined ? "" : `@${option}`}`;
}

/** Vendors' codes hold none of the three signs that stand between the parts. */
const KEY = /^(?:([1-9]\d*):)?([^:/@]+)(?:\/([1-9]\d*))?(?:@([a-z0-9-]+))?$/;

/**
 * The key of a text, or undefined where it is none. Axis 1 and the drive as a whole are written alike: a key without an axis is given back with `axis` 0;
 * which of the two is meant, the definition knows (`byCode`).
 */
export function decodeKey(text: string): ParameterKey | undefined {
  const found = KEY.exec(text);
  if (!found) return undefined;
  const [, axis, code, set, option] = found;
  if (axis === "1") return undefined;
  return {
    code: code!,
    axis: Number(axis ?? 0),
    set: Number(set ?? 0),
    option,
  };
}
