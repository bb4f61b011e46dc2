import { QUANTITY_VERDICTS, type QuantityLine } from "@/core/quantity";
import type { PaperPart } from "./paper";

/** Drives of several families side by side by what their values mean, as one part of a paper. */
export function quantityPart(titles: readonly string[], lines: readonly QuantityLine[]): PaperPart {
  return {
    title: "By what it means",
    note: "Units are converted; what each drive itself calls it stands behind.",
    columns: [
      { title: "Quantity", width: 4 },
      ...titles.map((title) => ({ title, width: 5 })),
      { title: "Verdict", width: 3 },
    ],
    rows: lines.map(({ title, cells, verdict, by }) => [
      title,
      ...cells.map((cell) =>
        cell.map(({ where, value }) => [where, valueWords(value)].filter(Boolean).join(": ")).join("; "),
      ),
      [QUANTITY_VERDICTS[verdict], by].filter(Boolean).join(", "),
    ]),
  };
}

type Value = QuantityLine["cells"][number][number]["value"];

/** A common quantity in one line. Example: "5 s (RA101 5.000 s, from standstill to the highest frequency)". */
function valueWords(value: Value): string {
  switch (value.state) {
    case "value": {
      const own = [value.code, value.own === value.text ? "" : value.own].filter(Boolean).join(" ");
      return `${value.text} (${[own, value.of].filter(Boolean).join(", ")})`;
    }
    case "own-only":
      return `${value.own} (${value.code}; in common words not told)`;
    case "none":
      return `has none: ${value.why}`;
    case "not-held":
      return `${value.code} is not among the values`;
    case "not-told":
      return "not told";
  }
}
