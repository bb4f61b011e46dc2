import type { Fate } from "@/core/definition";
import { LEFT_OUT, type PlainOperation, type Plan, type Switching } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { cards } from "@/ui/cards";
import { Facts } from "@/ui/facts";
import { NotTold } from "@/ui/not-told";
import { line } from "./parameter";

type Other = PlainOperation;

const HEADS: Record<Other, [from: string, to: string]> = {
  "make-permanent": ["In the permanent memory", "Will be there"],
  "power-off": ["Now, given up", "In the permanent memory"],
  "factory-reset": ["In the drive now", "The factory's"],
};
const UNTOLD: Record<Other, string> = {
  "make-permanent":
    "Which values are volatile is not told: this drive was never recorded while nothing was. Everything it holds now becomes permanent, as the record of before has it.",
  "power-off":
    "Which values are volatile is not told: this drive was never recorded while nothing was. What it holds now is kept as the record of before; what was given up is seen afterwards.",
  "factory-reset": "",
};
const NONE: Record<Other, string> = {
  "make-permanent": "Every setting is in the permanent memory already, as far as it was recorded.",
  "power-off": "Every setting is in the permanent memory already, as far as it was recorded.",
  "factory-reset": "Every setting whose factory value is told has it already.",
};

/** What an operation will change, value by value, before it does; and what is not foreseen, with the reason. */
export function Foreseen({
  operation,
  plan,
  byCode,
}: {
  operation: Other;
  plan: Plan;
  byCode: ReadonlyMap<string, Parameter>;
}) {
  const [from, to] = HEADS[operation];
  if (plan.untold) return <p className="text-ochre">{UNTOLD[operation]}</p>;
  return (
    <>
      {plan.writes.length === 0 ? (
        <p className="text-soft">{NONE[operation]}</p>
      ) : (
        <div className="max-h-[46vh] max-sm:max-h-[70vh] overflow-auto border border-hairline rounded-page">
          <table {...cards.table} aria-label="What will be otherwise">
            <thead {...cards.head}>
              <tr role="row" className="sticky top-0 bg-leaf">
                <th className="font-normal pl-3 py-1 w-28">Code</th>
                <th className="font-normal">Parameter</th>
                <th className="font-normal">{from}</th>
                <th className="w-8" aria-hidden />
                <th className="font-normal">{to}</th>
              </tr>
            </thead>
            <tbody {...cards.body}>
              {plan.writes.map((each) => (
                <tr key={each.code} {...cards.row}>
                  <td {...cards.code}>{each.code}</td>
                  <td {...cards.name}>{byCode.get(each.code)?.name}</td>
                  <td {...cards.from}>{line(byCode.get(each.code), each.from)}</td>
                  <td {...cards.arrow}>→</td>
                  <td {...cards.to}>{line(byCode.get(each.code), each.to)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {plan.leftOut.length > 0 && (
        <details className="mt-3 text-[14px]">
          <summary className="min-h-8 cursor-pointer">
            Of {plan.leftOut.length} it is not foreseen what becomes of them
          </summary>
          <ul className="mt-1 divide-y divide-hairline">
            {plan.leftOut.map((each) => (
              <li key={each.code} className="flex max-sm:flex-wrap gap-x-4 py-1">
                <span className="font-mono w-28 max-sm:w-auto">{each.code}</span>
                <span className="flex-1">{byCode.get(each.code)?.name}</span>
                <span className="text-soft max-sm:basis-full">{LEFT_OUT[each.reason]}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** What becomes of what no list of values shows. */
export interface ResetFates {
  communication: Fate;
  /** Where it answers afterwards, in words. */
  answersAt: string;
  effects: Partial<Record<"commutation" | "home" | "safety" | "access" | "numbering", Fate>>;
}

const FATES = [
  ["commutation", "Commutation angle"],
  ["home", "Home position"],
  ["safety", "Safe functions"],
  ["access", "Access levels and passwords"],
  ["numbering", "How its list is numbered"],
] as const;
const FATE_WORDS: Record<Fate, string> = { kept: "kept", reset: "reset", none: "this family has none" };

/** What a factory reset does beside the values: said before it is asked for. */
export function Fates({ fates }: { fates: ResetFates }) {
  const rows: Array<[string, React.ReactNode]> = [
    [
      "Communication",
      fates.communication === "kept" ? "kept: it answers where it does now" : `reset: ${fates.answersAt}`,
    ],
    ...FATES.map(([key, title]): [string, React.ReactNode] => {
      const fate = fates.effects[key];
      return [title, fate ? FATE_WORDS[fate] : <NotTold key={key}>this is</NotTold>];
    }),
  ];
  return <Facts rows={rows} />;
}

/** What a switch-over comes to: everything is another list afterwards, so no value is foreseen one by one. */
export function Over({ over }: { over: Switching }) {
  const rows: Array<[string, React.ReactNode]> = [
    ["It answers afterwards as", over.ratingName ?? over.title],
    [
      "Is lost",
      over.lost === 0
        ? "nothing that is told: every setting is the factory's now"
        : `${over.lost} ${over.lost === 1 ? "setting that is" : "settings that are"} not the factory's now; the record of before has them`,
    ],
    ["With it", over.resets ?? <NotTold>what else is reset</NotTold>],
    ["Found afterwards", `where it is now, or ${over.way}`],
    ["Switched over by", over.command ? "a command over the link, once" : "a person at its keypad"],
  ];
  return <Facts rows={rows} />;
}
