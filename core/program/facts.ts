import type { Definition, ProgramSpec } from "@/core/definition";
import type { RawValue } from "@/core/value";

/** What is known of a drive's own program: three things apart, and which it is. Undefined: not told. */
export interface ProgramFacts {
  present?: boolean;
  enabled?: boolean;
  running?: boolean;
  name?: string;
  /** What tells one program from another; without one present it says nothing. */
  identification?: number;
}

/** What values read from a drive say of its program; undefined where the family has none. */
export function programFacts(
  { file }: Pick<Definition, "file">,
  values: ReadonlyMap<string, RawValue>,
): ProgramFacts | undefined {
  const spec: ProgramSpec | undefined = file.program;
  if (!spec) return undefined;
  const raw = (code: string | undefined): RawValue | undefined =>
    code === undefined ? undefined : values.get(code);
  const yes = (code: string | undefined): boolean | undefined => {
    const value = raw(code);
    return value === undefined ? undefined : Number(value) !== 0;
  };
  const present = yes(spec.present);
  const name = raw(spec.name);
  const identification = raw(spec.identification);
  return {
    present,
    enabled: yes(spec.enabled),
    running: yes(spec.runs),
    name: name === undefined ? undefined : String(name),
    identification: identification === undefined || present === false ? undefined : Number(identification),
  };
}
