import { mappedCode, quantityOf, type Definition, type Quantity } from "@/core/definition";
import { parameterAt, readQuantity, type Place, type QuantityValue } from "@/core/quantity";
import type { RawValue } from "@/core/value";

/** What is asked for a new application, in the order in which a machine is understood. */
const SECTIONS: Array<{ title: string; asks: Quantity[] }> = [
  { title: "The machine and its load", asks: ["load-kind", "line-voltage"] },
  {
    title: "The motor and its feedback",
    asks: [
      "motor-kind",
      "rated-power",
      "rated-voltage",
      "rated-current",
      "rated-frequency",
      "rated-speed",
      "power-factor",
      "pole-pairs",
      "motor-connection",
      "motor-sensor",
      "winding-limit",
    ],
  },
  {
    title: "Limits",
    asks: [
      "lowest-frequency",
      "highest-frequency",
      "lowest-speed",
      "highest-speed",
      "acceleration-time",
      "current-limit",
      "torque-limit-motoring",
      "torque-limit-braking",
    ],
  },
  {
    title: "How it must stop",
    asks: [
      "stop-way",
      "deceleration-time",
      "quick-stop-time",
      "brake-resistor",
      "resistor-ohms",
      "resistor-power",
      "holding-brake",
    ],
  },
  { title: "Direction", asks: ["direction", "backward-allowed"] },
  { title: "How the motor is controlled", asks: ["control-method"] },
  {
    title: "Who commands it, and how",
    asks: [
      "run-from",
      "reference-from",
      "start-after-power-up",
      "restart-after-trip",
      "link-timeout",
      "link-lost",
      "external-trip",
    ],
  },
];

/** Questions about the input for an external trip, which no common quantity holds. */
export const TRIP_INPUT = "external-trip-input";
export const TRIP_HEALTHY = "external-trip-healthy";

export interface StartQuestion {
  id: string;
  title: string;
  /** In which the answer is typed; absent for words and bare numbers. */
  unit?: string;
  /** What it can be, where one chooses. */
  options?: Array<{ id: string; text: string }>;
  /** The parameter that an answer sets, and what it is called there. */
  code: string;
  name: string;
  /** What it is in these values. */
  now: string;
  /** What has to be known to answer. */
  about?: string;
}

export interface StartSection {
  title: string;
  questions: StartQuestion[];
}

export interface StartQuestions {
  sections: StartSection[];
  /** What is not asked, since the family has nothing of the kind, and why. */
  notAsked: Array<{ title: string; why: string }>;
}

/** The starting questions that a definition can take an answer to, for one axis and set, with what its values are. What is derived from others is not asked. */
export function startQuestions(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  place: Place,
): StartQuestions {
  const notAsked: StartQuestions["notAsked"] = [];
  const sections = SECTIONS.map(({ title, asks }): StartSection => {
    const questions = asks.flatMap((quantity) => {
      const spec = definition.file.quantities?.[quantity];
      if (typeof spec === "object" && "none" in spec)
        notAsked.push({ title: quantityOf(quantity).title, why: spec.none });
      return questionOf(definition, values, place, quantity) ?? [];
    });
    if (title === SECTIONS.at(-1)!.title) questions.push(...tripQuestions(definition, values, place));
    return { title, questions };
  });
  return { sections: sections.filter((each) => each.questions.length > 0), notAsked };
}

function questionOf(
  definition: Definition,
  values: ReadonlyMap<string, RawValue>,
  place: Place,
  quantity: Quantity,
): StartQuestion | undefined {
  const spec = definition.file.quantities?.[quantity];
  const code = mappedCode(spec);
  const parameter = code === undefined ? undefined : parameterAt(definition, code, place);
  if (!parameter || parameter.readOnly) return undefined;
  if (typeof spec === "object" && "polePairs" in spec && spec.polePairs !== undefined) return undefined;
  const { title, unit, words } = quantityOf(quantity);
  const choices = typeof spec === "object" && "choices" in spec ? (spec.choices ?? {}) : {};
  const value = readQuantity(definition, values, quantity, place);
  const of = typeof spec === "object" && "of" in spec ? spec.of : undefined;
  return {
    id: quantity,
    title,
    unit: words ? undefined : unit,
    // Only what one number stands for can be chosen: "yes" for any number of tries says not how many.
    options: words && [...new Set(Object.values(choices))].map((id) => ({ id, text: words[id] ?? id })),
    code: parameter.code,
    name: parameter.name,
    now: nowWords(value),
    about: [parameter.help, of && `It is told ${of}.`].filter(Boolean).join(" ") || undefined,
  };
}

function nowWords(value: QuantityValue): string {
  if (value.state === "value") return value.text;
  return value.state === "own-only" ? value.own : "";
}

function healthyNow(turn: { closed: number }, raw: RawValue | undefined): string {
  if (raw === undefined) return "";
  return raw === turn.closed ? "closed" : "open";
}

/** At which terminal an external trip comes in, and which state of its contact is healthy. */
function tripQuestions(
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
