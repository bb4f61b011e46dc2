import { mappedCode, quantityOf, QUANTITIES, type Definition, type Quantity } from "@/core/definition";
import { becoming, type Become } from "@/core/draft";
import { parameterAt, type Place } from "@/core/quantity";
import { parseValue, readFigure, type Parameter, type RawValue } from "@/core/value";
import { wordOptions } from "./questions";
import { presetsAt, TRIP_HEALTHY, TRIP_INPUT, tripInputs, WIRING } from "./wiring";

/** Answers to starting questions, by the question's id: an amount as it was typed, or the id of what was chosen. What is left out stays open. */
export type Answers = Readonly<Record<string, string>>;

export interface Answered {
  /** What the answers set, each with its reason. */
  becomes: Array<Become & { reason: string }>;
  /** Answers that cannot be taken, and why. */
  troubles: Array<{ id: string; text: string }>;
}

/** What answers change among the values of one axis and set. An answer that is open, or that says what is so already, changes nothing. */
export function answersBecome(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  answers: Answers,
  place: Place,
): Answered {
  const wanted = new Map<string, { raw: RawValue; reason: string }>();
  const troubles: Answered["troubles"] = [];
  // First, since what is answered by itself wins over it.
  const wiring = answers[WIRING]?.trim() ?? "";
  const preset = presetsAt(definition, place).find((each) => each.id === wiring);
  if (wiring !== "" && !preset) troubles.push({ id: WIRING, text: "There is no such wiring here." });
  for (const [code, raw] of preset?.values ?? [])
    // A parameter that is not there is not made up by it.
    if (values.has(code)) wanted.set(code, { raw, reason: `${preset!.title}.` });
  for (const quantity of QUANTITIES) {
    const answer = answers[quantity]?.trim() ?? "";
    if (answer === "") continue;
    const found = rawFor(definition, quantity, answer, place);
    if ("text" in found) troubles.push({ id: quantity, text: found.text });
    else wanted.set(found.parameter.code, { raw: found.raw, reason: `${found.words}.` });
  }
  takeTrip(definition, values, answers, place, wanted, troubles);
  const raws = new Map([...wanted].map(([code, { raw }]) => [code, raw]));
  return {
    becomes: becoming(definition, values, raws).map((each) => ({
      ...each,
      reason: wanted.get(each.code)!.reason,
    })),
    troubles,
  };
}

type Found = { parameter: Parameter; raw: RawValue; words: string } | { text: string };

function rawFor(definition: Definition, quantity: Quantity, answer: string, place: Place): Found {
  const spec = definition.file.quantities?.[quantity];
  const code = mappedCode(spec);
  const parameter = code === undefined ? undefined : parameterAt(definition, code, place);
  const { title, unit, words } = quantityOf(quantity);
  if (!parameter) return { text: `${title} cannot be answered for ${definition.title}.` };
  if (words) {
    const chosen = wordOptions(definition, quantity, parameter).find((each) => each.id === answer);
    return chosen
      ? { parameter, raw: chosen.raw, words: `${title}: ${chosen.text}` }
      : { text: `${title} cannot be "${answer}" here.` };
  }
  // A bare number is meant in the common unit, which need not be the drive's own.
  const read = readFigure(answer);
  const typed = unit && !("reason" in read) && read.rest === "" ? `${answer} ${unit}` : answer;
  const parsed = parseValue(parameter, parameter.unit === undefined ? answer : typed);
  return parsed.ok ? { parameter, raw: parsed.raw, words: `${title}: ${typed}` } : { text: parsed.reason };
}

/** The input for an external trip, and which state is healthy; the second without the first is for the input that has it already. */
function takeTrip(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  answers: Answers,
  place: Place,
  wanted: Map<string, { raw: RawValue; reason: string }>,
  troubles: Answered["troubles"],
): void {
  const trip = definition.file.externalTrip;
  const [terminal, healthy] = [answers[TRIP_INPUT] ?? "", answers[TRIP_HEALTHY] ?? ""];
  if (!trip || (terminal === "" && healthy === "")) return;
  const inputs = tripInputs(definition, place);
  const input = inputs.find((each) =>
    terminal === "" ? values.get(each.does.code) === trip.value : each.terminal === terminal,
  );
  if (!input) {
    troubles.push({
      id: terminal === "" ? TRIP_HEALTHY : TRIP_INPUT,
      text: terminal === "" ? "Say first at which input it comes in." : `There is no input ${terminal}.`,
    });
    return;
  }
  if (terminal !== "")
    wanted.set(input.does.code, { raw: trip.value, reason: `External trip at ${input.terminal}.` });
  if (healthy !== "" && trip.turn && input.turn)
    wanted.set(input.turn.code, {
      raw: healthy === "open" ? trip.turn.open : trip.turn.closed,
      reason: `External trip: ${healthy} is healthy.`,
    });
}
