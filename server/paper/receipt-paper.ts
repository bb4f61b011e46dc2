import { SIGNED_TITLES, type Signed, type Tick } from "@/core/checklist";
import type { ReceiptContent } from "@/core/contract";
import type { Definition } from "@/core/definition";
import { driveWords } from "@/core/drive";
import type { Paper, PaperPart } from "@/core/paper";
import {
  besideFacts,
  byWords,
  EXCHANGED_TEXT,
  LEFT_OUT,
  lookedWords,
  newParts,
  ofProgramFacts,
  OPERATION_WORDS,
  lacksWords,
  outcomeWords,
  partFacts,
  PERMANENT_WORDS,
  RECEIPT_HEADS,
  receiptAbout,
  RESULT_WORDS,
  wasOf,
} from "@/core/restore";
import { formatLine, type RawValue } from "@/core/value";
import { moment } from "@/server/when";
import { outsideCautions } from "./outside";

/** A person's word that the safe functions are as they should be. */
export interface SignOffWords {
  at: Date;
  byName: string;
  how: string;
  checkSum: string;
  functionTest: string;
}

/** One of the position's own lists, as somebody went through it. */
export interface SignedWords {
  which: Signed;
  ticks: readonly Tick[];
  why: string;
  at: Date;
  byName: string;
}

/** Why a value was changed on the drive, as it was said. */
const whyOf = ({ reasons }: ReceiptContent, code: string): string | undefined =>
  reasons?.find((each) => each.code === code)?.reason;

/**
 * A receipt on paper: who put what onto which drive, when, what was refused, what was verified. `definition` is undefined where it is not here any more: raw values stand then.
 * `outside`: what the drive held afterwards outside of what its family allows.
 */
export function receiptPaper(
  id: number,
  content: ReceiptContent,
  definition: Definition | undefined,
  signOffs: readonly SignOffWords[],
  lists: readonly SignedWords[] = [],
  outside: readonly string[] = [],
): Paper {
  const line = (code: string, raw: RawValue | undefined): string => {
    const parameter = definition?.byCode.get(code);
    return parameter ? formatLine(parameter, raw) : String(raw ?? "no value");
  };
  const name = (code: string): string => definition?.byCode.get(code)?.name ?? "";
  const { drive, results, alsoChanged, leftOut, checks, interruptions } = content;
  const restored = content.kind === "restore";
  const [beforeHead, meantHead] = RECEIPT_HEADS[content.kind];
  const exchanged = newParts(content.exchanged).map((each) => EXCHANGED_TEXT[each]);
  return {
    title: `Receipt ${id}: ${outcomeWords(content)}`,
    about: receiptAbout(content),
    facts: [
      ["Position", `${content.tag} ${content.positionTitle}`],
      ["Job", content.jobNumber],
      ...(restored
        ? [
            [
              "Restored",
              `record ${content.recordNumber}${content.recordTag ? ` of ${content.recordTag}` : ""}${lacksWords(content)}${content.standing ? ", the standing record" : ""}`,
            ] as [string, string],
          ]
        : [["Done", OPERATION_WORDS[content.kind].did] as [string, string]]),
      ...partFacts(content),
      ...(content.spare
        ? [
            ["As a spare", `prepared for ${content.tag} on the workbench; it was not fitted`] as [
              string,
              string,
            ],
          ]
        : []),
      ...ofProgramFacts(content),
      [restored ? "Onto" : "With", driveWords(drive)],
      ...(restored
        ? [["The record was of", wasOf(content.previousSerial, drive.serial)] as [string, string]]
        : []),
      ...(content.was ? [["Answered before as", driveWords(content.was)] as [string, string]] : []),
      ["By", byWords(content)],
      ...besideFacts(content),
      ["Begun", moment(content.startedAt)],
      ["Ended", moment(content.endedAt)],
      ["Values are", PERMANENT_WORDS[content.permanent]],
      [
        "Before and after",
        `${content.beforeRecord ? `record ${content.beforeRecord}` : "not read"} and ${content.afterRecord ? `record ${content.afterRecord}` : "not read"}`,
      ],
    ],
    cautions: [
      ...(content.outcome === "verified"
        ? []
        : [
            restored
              ? "This drive was not proved to be as the record."
              : "This drive was not proved to be as foreseen.",
          ]),
      ...(content.safety && signOffs.length === 0 ? ["Safe functions not confirmed."] : []),
      ...outsideCautions(outside),
      ...(exchanged.length > 0
        ? [`Not ready: ${exchanged.join(" and ")} exchanged, to be identified, homed and proved.`]
        : []),
    ],
    parts: [
      ...(results.length > 0
        ? [
            {
              title: restored ? "What was written" : "What was to be otherwise",
              columns: [
                { title: "Code", width: 2, mono: true },
                { title: "Parameter", width: 3 },
                { title: beforeHead, width: 3, mono: true },
                { title: meantHead, width: 3, mono: true },
                { title: "Read back", width: 3, mono: true },
                { title: "Outcome", width: 3 },
              ],
              rows: results.map((each) => [
                each.code,
                [name(each.code), whyOf(content, each.code)].filter(Boolean).join(": "),
                line(each.code, each.from),
                line(each.code, each.to),
                each.readBack === undefined ? "not read back" : line(each.code, each.readBack),
                [RESULT_WORDS[each.verdict], each.said].filter(Boolean).join(": "),
              ]),
            },
          ]
        : []),
      ...listPart(
        content.untold ? "What it was about, as it was found" : "Changed without being foreseen",
        alsoChanged.map(({ code, from, to }) => [
          code,
          name(code),
          `${line(code, from)} → ${line(code, to)}`,
        ]),
      ),
      ...listPart(
        "Left out",
        leftOut.map(({ code, reason }) => [code, name(code), LEFT_OUT[reason]]),
      ),
      ...listPart(
        "Safe functions confirmed",
        signOffs.map(({ at, byName, how, checkSum, functionTest }) => [
          byName,
          moment(at),
          `${how}; check-sum ${checkSum}; function test ${functionTest}`,
        ]),
      ),
      ...lists.flatMap(({ which, ticks, why, at, byName }) =>
        listPart(`${SIGNED_TITLES[which]}, ${byName}, ${moment(at)}`, [
          ...ticks.map(({ text, done, value }) => [text, done ? "done" : "left out", value ?? ""]),
          ...(why ? [["Why lines were left out", "", why]] : []),
        ]),
      ),
      ...listPart(
        "On the way",
        interruptions.map((each) => [moment(each.slice(0, 24)), "", each.slice(25)]),
      ),
      ...listPart(
        "Checked before",
        checks.map((each) => [
          each.title,
          each.verdict === "not-told" ? "not told" : each.verdict,
          [each.found, each.lookedBy ? lookedWords(each) : ""].filter(Boolean).join(" "),
        ]),
      ),
    ],
    foot: `Receipt ${id}, ${content.tag}, serial ${drive.serial}`,
  };
}

function listPart(title: string, rows: string[][]): PaperPart[] {
  const columns = [
    { title: "", width: 3 },
    { title: "", width: 3 },
    { title: "", width: 7 },
  ];
  return rows.length > 0 ? [{ title, columns, rows }] : [];
}
