import { compareCard } from "@/core/compare";
import { bad, good, type Result } from "@/core/drive";
import { formatLine, veiled } from "@/core/value";
import type { Links } from "@/server/link";
import type { Connection } from "./connection";

/** What a memory card holds beside the drive, as pages show it. */
export interface CardShown {
  compared: number;
  otherwise: Array<{ code: string; name: string; card: string; drive: string }>;
  notCompared: number;
  foreign: number;
}

/** Reads the memory card of a connected drive and compares it with what was read of the drive; nothing is written. Refused where the drive was not read yet, or gives no card's contents that make sense. */
export async function cardBeside(links: Links, connection: Connection): Promise<Result<CardShown>> {
  const { id, definition, values } = connection;
  if (values.size === 0)
    return bad({
      kind: "not-now",
      text: "The drive was not read yet, so there is nothing to compare its card with.",
      remedy: "Read it, then compare its card.",
    });
  const read = await links.ask("readCard", { drive: id });
  if (!read.ok) return read;
  const compared = compareCard(definition, read.value, values);
  if (!compared.ok)
    return bad({
      kind: "bad-file",
      text: `What the card holds makes no sense. ${compared.text}`,
      remedy: "Copy the drive onto the card anew at its keypad; until then do not count on it at a power-up.",
    });
  const { otherwise, notCompared, foreign } = compared.value;
  return good({
    compared: compared.value.compared,
    otherwise: otherwise.map(({ code, card, drive }) => {
      const parameter = definition.byCode.get(code)!;
      const words = (raw: number | string): string => formatLine(parameter, veiled(parameter, raw));
      return { code, name: parameter.name, card: words(card), drive: words(drive) };
    }),
    notCompared: notCompared.length,
    foreign,
  });
}
