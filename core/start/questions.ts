import { mappedCode, quantityOf, type Definition, type Quantity } from "@/core/definition";
import { parameterAt, readQuantity, type Place, type QuantityValue } from "@/core/quantity";
import { formatLine, type Parameter, type RawValue } from "@/core/value";
import type { StartQuestion } from "./question";
import { tripQuestions, wiringQuestion } from "./wiring";

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
    if (title !== SECTIONS.at(-1)!.title) return { title, questions };
    const wiring = wiringQuestion(definition, values, place);
    return { title, questions: [...wiring, ...questions, ...tripQuestions(definition, values, place)] };
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
  const value = readQuantity(definition, values, quantity, place);
  const of = typeof spec === "object" && "of" in spec ? spec.of : undefined;
  return {
    id: quantity,
    title,
    unit: words ? undefined : unit,
    options: words && wordOptions(definition, quantity, parameter).map(({ id, text }) => ({ id, text })),
    code: parameter.code,
    name: parameter.name,
    now: nowIn(wordOptions(definition, quantity, parameter), values.get(parameter.code)) ?? nowWords(value),
    about: [parameter.help, of && `Here: ${of}.`].filter(Boolean).join(" ") || undefined,
  };
}

/**
 * What a question that is answered in words can be answered with, and the family's own choice for each. Only what one number stands for can be chosen: "yes" for any number of tries
 * says not how many. Where several choices mean the same word, each stands there with its own text.
 */
export function wordOptions(
  definition: Definition,
  quantity: Quantity,
  parameter: Parameter,
): Array<{ id: string; text: string; raw: number }> {
  const spec = definition.file.quantities?.[quantity];
  const choices = Object.entries((typeof spec === "object" && "choices" in spec && spec.choices) || {});
  return choices.map(([own, word]) => {
    const text = quantityOf(quantity).words?.[word] ?? word;
    const alone = choices.filter((each) => each[1] === word).length === 1;
    const raw = Number(own);
    return alone ? { id: word, text, raw } : { id: `${word} ${own}`, text: formatLine(parameter, raw), raw };
  });
}

/** The answer that says what is so already; undefined where none does. */
function nowIn(options: ReturnType<typeof wordOptions>, raw: RawValue | undefined): string | undefined {
  return options.find((each) => each.raw === raw)?.text;
}

function nowWords(value: QuantityValue): string {
  if (value.state === "value") return value.text;
  return value.state === "own-only" ? value.own : "";
}
