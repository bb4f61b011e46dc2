import { linkSettings } from "@/core/contract";
import type { LinkSettings } from "@/core/link";
import { parse } from "@/core/shape";

/** The way to a drive that an address carries (`link` as JSON, `unit`); undefined when it carries none that can be read. */
export function wayOf({
  link,
  unit,
}: Record<string, string | undefined>): { link: LinkSettings; unit: number } | undefined {
  if (link === undefined) return undefined;
  try {
    const checked = parse(linkSettings, JSON.parse(link));
    return checked.ok ? { link: checked.value, unit: Number(unit) || 1 } : undefined;
  } catch {
    return undefined;
  }
}
