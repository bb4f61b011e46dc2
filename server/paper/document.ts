import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces";
import { needsContents, type Paper, type PaperPart } from "@/core/paper";
import { countUndrawn, runsOf, type Face } from "./faces";

/** What a company puts at the head of its papers. */
export interface PaperHeading {
  /** Its name and address, a line each. */
  lines: string[];
  /** A PNG or JPEG picture as a data address. */
  logo?: string;
}

const INK = "#1c2b33";
const SOFT = "#5d6b73";
const HAIRLINE = "#d9d6cd";
const COPPER = "#a05a32";
/** A4 without its margins, in points. */
const WIDTH = 595 - 2 * 42;
/** Share of a column's padding that a long word must leave. */
const PADDING = 8;
const SIZE = 8.5;
/** Width of a sign of the mono face, as a share of its size. */
const MONO_SIGN = 0.62;

/** A paper laid out on A4: the company's head and the title on the first page, a table of contents where it is long, the foot with page numbers on each. */
export function documentOf(paper: Paper, heading: PaperHeading, printed: string): TDocumentDefinitions {
  const content: Content[] = [
    head(heading),
    { text: runsOf(paper.title, "Text"), style: "title" },
    { text: runsOf(paper.about, "Text"), color: SOFT, margin: [0, 0, 0, 8] },
    ...paper.cautions.map((each): Content => ({
      text: runsOf(each, "Text"),
      bold: true,
      margin: [0, 0, 0, 6],
    })),
    facts(paper.facts),
    undrawn(paper, heading),
  ];
  if (needsContents(paper))
    content.push({
      toc: { title: { text: "Contents", style: "part" }, numberStyle: { color: SOFT } },
      margin: [0, 8, 0, 4],
    });
  content.push(...paper.parts.flatMap((part) => partOf(part, needsContents(paper))));
  return {
    pageSize: "A4",
    pageMargins: [42, 42, 42, 54],
    info: { title: paper.title, creator: "Calm Ledger" },
    defaultStyle: { font: "Text", fontSize: 9.5, color: INK, lineHeight: 1.15 },
    styles: {
      title: { fontSize: 17, bold: true, margin: [0, 10, 0, 2] },
      part: { fontSize: 11, bold: true, margin: [0, 12, 0, 4] },
    },
    footer: (page, pages) => ({
      margin: [42, 14, 42, 0],
      columns: [
        { text: runsOf(paper.foot, "Text"), color: SOFT, fontSize: 8 },
        { text: `printed ${printed}`, color: SOFT, fontSize: 8, alignment: "center" },
        { text: `${page} of ${pages}`, color: SOFT, fontSize: 8, alignment: "right" },
      ],
    }),
    content,
  };
}

function head({ lines, logo }: PaperHeading): Content {
  if (lines.length === 0 && !logo) return { text: "" };
  return {
    columns: [
      ...(logo ? [{ image: logo, fit: [130, 48] as [number, number], width: 140 }] : []),
      {
        stack: lines.map((each, i): Content => ({ text: runsOf(each, "Text"), bold: i === 0, fontSize: 9 })),
        alignment: logo ? ("right" as const) : ("left" as const),
      },
    ],
    margin: [0, 0, 0, 6],
  };
}

function facts(list: Paper["facts"]): Content {
  if (list.length === 0) return { text: "" };
  return {
    layout: "noBorders",
    table: {
      widths: [110, "*"],
      body: list.map(([label, fact]) => [
        { text: runsOf(label, "Text"), color: SOFT },
        { text: runsOf(fact, "Text") },
      ]),
    },
  };
}

/** A paper says itself where a question mark stands for a sign that it cannot draw. */
function undrawn(
  { title, about, cautions, facts: list, parts, foot }: Paper,
  { lines }: PaperHeading,
): Content {
  const count = countUndrawn([
    ...[title, about, foot, ...cautions, ...lines, ...list.flat()],
    ...parts.flatMap((each) => [each.title, each.note ?? "", ...each.rows.flat()]),
  ]);
  if (count === 0) return { text: "" };
  return {
    text: `${count} ${count === 1 ? "sign" : "signs"} of a script that this paper cannot draw: ? stands in their place. The ledger shows them.`,
    color: SOFT,
    margin: [0, 6, 0, 0],
  };
}

function partOf({ title, note, columns, rows }: PaperPart, listed: boolean): Content[] {
  const total = columns.reduce((sum, each) => sum + each.width, 0);
  const widths = columns.map((each) => (each.width / total) * WIDTH - PADDING);
  const cell = (text: string, column: number): TableCell => {
    const face: Face = columns[column]!.mono ? "Mono" : "Text";
    return {
      text: runsOf(text, face),
      fontSize: SIZE,
      wordBreak: tooLong(text, widths[column]!) ? "break-all" : undefined,
    };
  };
  return [
    { ...listedAs(listed), text: runsOf(title, "Text"), style: "part", headlineLevel: 1 },
    ...(note
      ? [
          {
            text: runsOf(note, "Text"),
            color: SOFT,
            margin: [0, 0, 0, 4] as [number, number, number, number],
          },
        ]
      : []),
    {
      layout: {
        hLineWidth: () => 0.5,
        vLineWidth: () => 0,
        hLineColor: (i: number) => (i === 1 ? COPPER : HAIRLINE),
        paddingLeft: () => 0,
        paddingRight: () => PADDING,
        paddingTop: () => 2,
        paddingBottom: () => 2,
      },
      table: {
        headerRows: 1,
        keepWithHeaderRows: 1,
        dontBreakRows: true,
        widths,
        body: [
          columns.map((each): TableCell => ({ text: runsOf(each.title, "Text"), color: SOFT, fontSize: 8 })),
          ...rows.map((row) => row.map(cell)),
        ],
      },
    },
  ];
}

/** A heading that the table of contents lists; the types of the package know it for whole texts alone. */
const listedAs = (listed: boolean): object => ({ tocItem: listed });

/** Whether a word is wider than its column: it is broken then, so that nothing runs over its neighbour. */
function tooLong(text: string, width: number): boolean {
  const most = Math.max(4, Math.floor(width / (SIZE * MONO_SIGN)));
  return text.split(" ").some((word) => word.length > most);
}
