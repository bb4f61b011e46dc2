import type { Failure, LostCause, Noise } from "@/core/protocol/outcome";
import type { LinkKind } from "./settings";

/** What was seen on a link while somebody was looked for, or asked something. Counts of questions, but for `cause`. */
export interface Symptoms {
  kind: LinkKind;
  asked: number;
  /** Right answers, refusals of the drive included. */
  answered: number;
  silent: number;
  /** Bytes that are no frame, frames whose check does not fit, right frames of another address, right frames that answer something else. */
  garbled: number;
  badCheck: number;
  otherAddress: number;
  noFit: number;
  /** The gateway answered in the drive's place: nobody there, or no way to it, or a fault of its own. */
  gatewaySilent: number;
  gatewayPath: number;
  gatewayFault: number;
  /** Drives that answered and are of no known family. */
  unknown: number;
  /** Addresses at which answers came only now and then. */
  unsteady: number;
  /** The addresses at which there was rubbish while others answered rightly. */
  rubbishAt: number[];
  /** Why the channel is not there. */
  cause?: LostCause;
}

/** Nothing seen yet. */
export function noSymptoms(kind: LinkKind): Symptoms {
  return {
    kind,
    asked: 0,
    answered: 0,
    silent: 0,
    garbled: 0,
    badCheck: 0,
    otherAddress: 0,
    noFit: 0,
    gatewaySilent: 0,
    gatewayPath: 0,
    gatewayFault: 0,
    unknown: 0,
    unsteady: 0,
    rubbishAt: [],
  };
}

const NOISE_COUNTS: Record<Noise, "garbled" | "badCheck" | "otherAddress" | "noFit"> = {
  garbled: "garbled",
  "bad-check": "badCheck",
  "other-address": "otherAddress",
  "no-fit": "noFit",
};

/** Adds what came of one question to an address. A right answer is any outcome that is no failure, or a refusal of the drive itself. */
export function addSymptom(symptoms: Symptoms, unit: number, outcome: { kind: "somebody" } | Failure): void {
  symptoms.asked += 1;
  switch (outcome.kind) {
    case "somebody":
      symptoms.answered += 1;
      return;
    case "silent":
      symptoms.silent += 1;
      return;
    case "lost":
      if (outcome.cause) symptoms.cause = outcome.cause;
      return;
    case "rubbish":
      symptoms[NOISE_COUNTS[outcome.noise ?? "garbled"]] += 1;
      if (!symptoms.rubbishAt.includes(unit)) symptoms.rubbishAt.push(unit);
      return;
    case "refused":
      if (outcome.refusal.kind === "gateway-silent") symptoms.gatewaySilent += 1;
      else if (outcome.refusal.kind === "gateway-path") symptoms.gatewayPath += 1;
      else if (outcome.refusal.kind === "gateway-fault") symptoms.gatewayFault += 1;
      else symptoms.answered += 1;
  }
}
