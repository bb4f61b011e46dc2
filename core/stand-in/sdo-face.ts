import { addressOf } from "@/core/definition";
import { rawOfBytes } from "@/core/format/values";
import type { SdoQuestion } from "@/core/protocol/canopen";
import { byteCount, isText, type RawValue, type ValueType } from "@/core/value";
import type { StandInDrive } from "./drive";
import { answerObject } from "./program-objects";
import type { Refused } from "./refused";
import { isSpecial, keyOf, specialsOf } from "./special";

export type SdoAnswer =
  { kind: "value"; type: ValueType; raw: RawValue } | { kind: "written" } | { kind: "abort"; code: number };

const ABORTS: Record<Refused, number> = {
  function: 0x05040001,
  "no-such-address": 0x06020000,
  "read-only": 0x06010002,
  "too-high": 0x06090031,
  "too-low": 0x06090032,
  value: 0x06090030,
  length: 0x06070010,
  "too-much": 0x05040005,
  state: 0x08000022,
  locked: 0x08000021,
  busy: 0x060a0023,
};
const DEVICE_TYPE = 0x1000 * 256;
/** Servo drive after CiA 402: device profile 402, type 2. */
const SERVO = 0x00020192;

/** How a drive looks as nodes on a CAN bus: parameters, identity and status as objects, refusals as abort codes. */
export function answerSdo(drive: StandInDrive, node: number, question: SdoQuestion): SdoAnswer {
  const address = question.index * 256 + question.sub;
  const own =
    node === 0 ? drive.ofProgram((program, around) => answerObject(program, question, around)) : undefined;
  const { memoryCard } = drive.definition.file;
  if (node === 0 && memoryCard && addressOf(memoryCard.contents) === address)
    return question.kind === "read" && drive.cardContents
      ? { kind: "value", type: "octets", raw: String(rawOfBytes("octets", drive.cardContents)) }
      : { kind: "abort", code: ABORTS.state };
  if (own === "written") return { kind: "written" };
  if (typeof own === "string") return { kind: "abort", code: ABORTS[own] };
  if (own) return { kind: "value", ...own };
  if (question.kind === "write") {
    const parameter = drive.byAddress.get(`${node}/${address}`);
    const fits = parameter === undefined || sameWidth(parameter.type, question.type);
    const refused = drive.write(address, node, fits ? question.raw : undefined);
    return refused ? { kind: "abort", code: ABORTS[refused] } : { kind: "written" };
  }
  const special = isSpecial(drive, keyOf(address, node))
    ? specialsOf(drive).get(keyOf(address, node))
    : undefined;
  if (special) return { kind: "value", type: special.type, raw: special.raw };
  const parameter = drive.lacking.has(address) ? undefined : drive.byAddress.get(`${node}/${address}`);
  if (parameter)
    return sameWidth(parameter.type, question.type)
      ? { kind: "value", type: parameter.type, raw: drive.read(parameter) }
      : { kind: "abort", code: ABORTS.length };
  if (address === DEVICE_TYPE) return { kind: "value", type: "u32", raw: SERVO };
  const known = [...drive.byAddress.values()].some(
    (each) => Math.floor(each.address / 256) === question.index,
  );
  return { kind: "abort", code: known ? 0x06090011 : ABORTS["no-such-address"] };
}

/** A node knows bytes, not types: what counts is how many. */
function sameWidth(a: ValueType, b: ValueType): boolean {
  return isText(a) || isText(b) ? a === b : byteCount(a) === byteCount(b);
}
