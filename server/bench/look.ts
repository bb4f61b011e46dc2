import type { PeekItem } from "@/core/contract";
import { addressOf, type ModbusLink } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import type { RawValue } from "@/core/value";
import type { Links } from "@/server/link";

/** Reads single registers or objects of a drive that no definition fits, so that one can be written for it. Nothing is written. */
export async function peek(
  links: Links,
  link: LinkSettings,
  unit: number,
  items: readonly PeekItem[],
  modbus: Partial<Pick<ModbusLink, "readFunction" | "wordOrder">> = {},
): Promise<Result<Array<{ value?: RawValue; refused?: string }>>> {
  const asked = await links.ask("peek", {
    link,
    unit,
    items: items.map(({ address, type, length }) => ({ address: addressOf(address), type, length })),
    modbus,
  });
  if (!asked.ok) return asked;
  if (asked.value.every((each) => each.kind !== "value" && each.kind !== "refused"))
    return bad({
      kind: "silent",
      text: "The drive does not answer.",
      remedy: "Check that it still has power and that the cable is plugged.",
    });
  return good(
    asked.value.map((each) => {
      if (each.kind === "value") return { value: each.raw };
      return { refused: each.kind === "refused" ? each.refusal.text : "No answer." };
    }),
  );
}
