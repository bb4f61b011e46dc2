import { presetsOf, type Definition, type Preset } from "@/core/definition";
import { parameterAt, type Place } from "@/core/quantity";
import type { RawValue } from "@/core/value";
import type { StartQuestion } from "./question";

/** How it is wired, answered by one of the definition's presets. */
export const WIRING = "wiring";
/** Questions about the input for an external trip, which no common quantity holds. */
export const TRIP_INPUT = "external-trip-input";
export const TRIP_HEALTHY = "external-trip-healthy";

/** The presets that can be had at a place. */
export function presetsAt(definition: Definition, { axis, set }: Place): Preset[] {
  return presetsOf(definition).filter(
    (each) => (each.axis === 0 || each.axis === axis) && (each.set === 0 || each.set === set),
  );
}

/** Which wiring it has; one that the values say already is what it is now. */
export function wiringQuestion(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  place: Place,
): StartQuestion[] {
  const presets = presetsAt(definition, place);
  if (presets.length === 0) return [];
  const so = presets.filter((each) => [...each.values].every(([code, raw]) => values.get(code) === raw));
  return [
    {
      id: WIRING,
      title: "How it is wired",
      options: presets.map(({ id, title, about, values: sets }) => ({
        id,
        text: title,
        about,
        codes: [...sets.keys()],
      })),
      code: [...new Set(presets.flatMap((each) => [...each.values.keys()]))].join(", "),
      name: "Several values that belong together",
      now: so.map((each) => each.title).join(", "),
      about: "What you answer below wins over it.",
    },
  ];
}

function healthyNow(turn: { closed: number }, raw: RawValue | undefined): string {
  if (raw === undefined) return "";
  return raw === turn.closed ? "closed" : "open";
}

/** At which terminal an external trip comes in, and which state of its contact is healthy. */
export function tripQuestions(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  place: Place,
): StartQuestion[] {
  const trip = definition.file.externalTrip;
  const inputs = tripInputs(definition, place);
  if (!trip || inputs.length === 0) return [];
  const taken = inputs.find((each) => values.get(each.does.code) === trip.value);
  const turned = trip.turn && taken?.turn && values.get(taken.turn.code);
  const first: StartQuestion = {
    id: TRIP_INPUT,
    title: "Input for an external trip",
    options: inputs.map(({ terminal, does }) => ({ id: terminal, text: `${terminal} (${does.code})` })),
    code: inputs.map((each) => each.does.code).join(", "),
    name: "the input's function",
    now: taken?.terminal ?? "none",
    about: trip.about,
  };
  if (!trip.turn) return [first];
  return [
    first,
    {
      id: TRIP_HEALTHY,
      title: "While all is well its contact is",
      options: [
        { id: "closed", text: "closed" },
        { id: "open", text: "open" },
      ],
      code: inputs.flatMap((each) => each.turn?.code ?? []).join(", "),
      name: "when the input acts",
      now: healthyNow(trip.turn, turned),
      about: "Closed is safer: a broken wire trips it too.",
    },
  ];
}

/** The inputs that could take an external trip, with the parameters that give them their function and turn them round. */
export function tripInputs(definition: Definition, place: Place) {
  return (definition.file.terminals ?? []).flatMap(({ name, kind, does, settings }) => {
    const parameter = does === undefined ? undefined : parameterAt(definition, does, place);
    if (kind !== "switched-input" || !parameter) return [];
    const setting = settings?.[definition.file.externalTrip?.turn?.setting ?? -1];
    const turn = setting === undefined ? undefined : parameterAt(definition, setting, place);
    return [{ terminal: name, does: parameter, turn }];
  });
}
