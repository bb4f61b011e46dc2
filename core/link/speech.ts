import type { Definition } from "@/core/definition";
import type { RawValue } from "@/core/value";
import type { LinkSettings, SerialSettings } from "./settings";

/**
 * How a drive speaks on a serial line with these values of its parameters, as far as its definition names the parameters that say so (`modbus.line`) and `values` has
 * them. Empty for another protocol.
 */
export function speechOf(
  { file }: Definition,
  values: Pick<ReadonlyMap<string, RawValue>, "get">,
): Partial<SerialSettings> {
  const { baud, parity, stopBits, framing } = file.modbus?.line ?? {};
  const told = <T>(of: { code: string; values: Record<string, T> } | undefined): T | undefined =>
    of && of.values[String(values.get(of.code))];
  const speech = {
    baud: told(baud),
    parity: told(parity),
    stopBits: told(stopBits),
    framing: told(framing),
  };
  return Object.fromEntries(Object.entries(speech).filter(([, each]) => each !== undefined));
}

/** How a drive of a family speaks on a serial line as it leaves the factory; undefined for another protocol. */
export function factorySpeech(definition: Definition): Partial<SerialSettings> | undefined {
  const { modbus } = definition.file;
  if (!modbus) return undefined;
  const { baud, parity, stopBits } = modbus.defaults;
  const factory = { get: (code: string) => definition.byCode.get(code)?.rawDefault };
  return { baud, parity, stopBits, ...speechOf(definition, factory) };
}

/** The settings with which a link speaks that way; undefined where it is no serial line, or speaks so already. */
export function speaking(settings: LinkSettings, speech: Partial<SerialSettings>): LinkSettings | undefined {
  if (settings.kind !== "modbus-serial") return undefined;
  const changes = Object.entries(speech).some(
    ([key, value]) => settings[key as keyof SerialSettings] !== value,
  );
  return changes ? { ...settings, ...speech } : undefined;
}
