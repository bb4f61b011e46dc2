import { addressOf, loadDefinition, type Address, type ModbusLink } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { frameOf } from "@/core/format";
import type { LinkSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import { IMPORTANCE } from "@/server/link";
import type { LinkPool } from "./link-pool";

/** Something to look at in a drive of which nothing is known yet. */
export interface PeekItem {
  address: Address;
  type: "u16" | "u32" | "text";
  length?: number;
}

const USUAL: ModbusLink = {
  framings: ["rtu", "tcp"],
  defaults: { baud: 9600, parity: "even", stopBits: 1, address: 1, port: 502 },
  readFunction: 3,
  writeFunctions: [16],
  registersPerRead: 16,
  registersPerWrite: 1,
  readAcrossGaps: false,
  turnaroundMs: 10,
  slowestAnswerMs: 1000,
  wordOrder: "high-first",
};

/** Reads single registers or objects of a drive that no definition fits, so that one can be written for it. Nothing is written. */
export async function peek(
  parts: { links: LinkPool; clock: Clock },
  link: LinkSettings,
  unit: number,
  items: readonly PeekItem[],
  modbus: Partial<ModbusLink> = {},
): Promise<Result<Array<{ value?: number | string; refused?: string }>>> {
  const canopen = link.kind === "canopen-gateway";
  const address = canopen ? "1000.00" : 0;
  const frame = frameOf(
    {
      vendor: "x",
      family: "x",
      about: "x",
      firmwareFrom: "0",
      supply: "",
      identity: [{ field: "family", address, type: "u16", equals: 0 }],
    },
    [{ id: "G", title: "G", parameters: [{ code: "X", name: "X", address, type: "u16" }] }],
    canopen
      ? { canopen: { defaults: { node: 1, port: 1, net: 1 }, slowestAnswerMs: 1000 } }
      : { modbus: { ...USUAL, ...modbus } },
  );
  const taken = parts.links.take(link, "a look at single registers");
  if (!taken.ok) return taken;
  try {
    const session = taken.value.session(
      loadDefinition(JSON.stringify(frame), "peek"),
      () => unit,
      IMPORTANCE.reading,
    );
    const outcomes = await session.readItems(
      items.map((each) => ({
        address: addressOf(each.address),
        type: each.type,
        ...(each.length ? { length: each.length } : {}),
      })),
    );
    if (outcomes.every((each) => each.kind !== "value" && each.kind !== "refused"))
      return bad({
        kind: "silent",
        text: "The drive does not answer.",
        remedy: "Check that it still has power and that the cable is plugged.",
      });
    return good(
      outcomes.map((each) =>
        each.kind === "value"
          ? { value: each.raw }
          : { refused: each.kind === "refused" ? each.refusal.text : "No answer." },
      ),
    );
  } finally {
    parts.links.drop(link);
  }
}
