import type { Definition } from "@/core/definition";
import { rawOfBytes, readConciseDcf } from "@/core/format/values";
import { NOT_SETTINGS, type RawValue } from "@/core/value";

/** A setting that the card holds otherwise than the drive. */
export interface OnCard {
  code: string;
  card: RawValue;
  drive: RawValue;
}

/** How what a memory card holds stands beside what was read of the drive. */
export interface CardBesideDrive {
  /** Settings that both have. */
  compared: number;
  otherwise: OnCard[];
  /** Settings that the card lacks, or that were not read of the drive. */
  notCompared: string[];
  /** Objects on the card that its definition does not know, or with a size that does not fit. */
  foreign: number;
}

/** Compares the contents of a card, as a concise DCF, with a drive's values, setting by setting; in words why it cannot be read. */
export function compareCard(
  { parameters }: Pick<Definition, "parameters">,
  contents: Uint8Array,
  live: ReadonlyMap<string, RawValue>,
): { ok: true; value: CardBesideDrive } | { ok: false; text: string } {
  const read = readConciseDcf(contents);
  if (!read.ok) return read;
  const byAddress = new Map(parameters.filter((each) => each.node === 0).map((each) => [each.address, each]));
  const held = new Map<string, RawValue>();
  let foreign = 0;
  for (const { address, data } of read.entries) {
    const parameter = byAddress.get(address);
    const raw = parameter && rawOfBytes(parameter.type, data);
    if (raw === undefined) foreign += 1;
    else held.set(parameter!.code, raw);
  }
  const found: CardBesideDrive = { compared: 0, otherwise: [], notCompared: [], foreign };
  for (const { code, kind, readOnly } of parameters) {
    if (NOT_SETTINGS.has(kind) || readOnly) continue;
    const [card, drive] = [held.get(code), live.get(code)];
    if (card === undefined || drive === undefined) {
      found.notCompared.push(code);
      continue;
    }
    found.compared += 1;
    if (card !== drive) found.otherwise.push({ code, card, drive });
  }
  return { ok: true, value: found };
}
