import { isIP } from "node:net";
import { hostname } from "node:os";
import { settings } from "./settings";

/**
 * Whether a request's Host header names this program. A page of somebody else may have its name lead to this computer and then ask here as if it were
 * this program's own (rebinding): only names that were told are answered. An address in figures is nobody's name.
 */
export function hostIsOurs(header: string | null): boolean {
  const name = nameOf(header ?? "");
  if (name === undefined) return false;
  if (isIP(name) !== 0 || name === "localhost") return true;
  const { baseUrl, hosts } = settings();
  const own = [new URL(baseUrl).hostname, hostname(), ...hosts].map((each) => each.toLowerCase());
  return own.includes(name);
}

/** The name in a Host header, without its port; undefined where it is none. */
function nameOf(header: string): string | undefined {
  const found = /^(?:\[([0-9a-f:.]+)\]|([a-z0-9_.-]+))(?::\d{1,5})?$/i.exec(header);
  return (found?.[1] ?? found?.[2])?.toLowerCase();
}

/** What is said to whoever comes under another name. */
export const NOT_OUR_HOST =
  "Calm Ledger does not answer under this name. Use the address that it printed at start, or name this one in HOSTS.";
