import type { Refusal } from "../refusal";

const REFUSALS: Record<number, Omit<Refusal, "code">> = {
  1: {
    kind: "unknown-function",
    text: "The drive does not know this kind of request.",
    remedy: "Check that the definition fits the drive's family and firmware.",
    passing: false,
  },
  2: {
    kind: "no-such-address",
    text: "The drive has nothing at this address, or does not let it be written.",
    remedy: "Check the definition against the drive's firmware; the parameter may be read-only here.",
    passing: false,
  },
  3: {
    kind: "value-refused",
    text: "The drive does not take this value.",
    remedy: "Compare it with the range for this rating, and with the parameters it depends on.",
    passing: false,
  },
  4: {
    kind: "device-failed",
    text: "The drive could not do it in its present state.",
    remedy: "Look for a trip, for a running motor and for the write permission; then try again.",
    passing: false,
  },
  5: {
    kind: "accepted-not-done",
    text: "The drive took the request and is still working on it.",
    remedy: "Wait, then read the value back.",
    passing: true,
  },
  6: { kind: "busy", text: "The drive is busy.", remedy: "Try again in a moment.", passing: true },
  8: {
    kind: "memory-fault",
    text: "The drive found a fault in its memory.",
    remedy: "Record what can still be read and replace the drive.",
    passing: false,
  },
  10: {
    kind: "gateway-path",
    text: "The gateway has no way to this address.",
    remedy: "Check the gateway's settings and the address.",
    passing: false,
  },
  11: {
    kind: "gateway-silent",
    text: "The gateway is there, the drive behind it does not answer.",
    remedy: "Check that the drive has power, then its cable and address.",
    passing: true,
  },
};

/** Types a Modbus exception code (V1.1b3, clause 7). Codes the standard does not know become "other". */
export function refusalOf(code: number): Refusal {
  const known = REFUSALS[code];
  if (known) return { code, ...known };
  return {
    code,
    kind: "other",
    text: `The drive refused with code ${code}, which the standard does not know.`,
    remedy: "Look the code up in the drive's manual.",
    passing: false,
  };
}
