/** The settings of this process: read once, refused by name when they are wrong. */
import { readSettings, type Settings } from "./settings";

export { readSettings, SettingsError, type Settings } from "./settings";
export { plantZone } from "./zone";

let read: Settings | undefined;

/** The settings of this process. Throws a `SettingsError` when they cannot be used. */
export function settings(): Settings {
  return (read ??= readSettings(process.env));
}
