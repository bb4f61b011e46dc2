"use client";
import { plansTogether, type TogetherCell, type TogetherRow } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { line } from "@/features/restore/parameter";
import { NoteOf } from "@/features/sheet/note-of";
import { useNotes } from "@/features/sheet/use-notes";
import { cards } from "@/ui/cards";
import { classes } from "@/ui/classes";
import type { Batch, Member } from "./use-batch";

/** The plans of all drives under one another: where they differ first, then what all get alike. */
export function Together({
  batch,
  byCode,
  locked,
}: {
  batch: Batch;
  byCode: ReadonlyMap<string, Parameter>;
  locked: boolean;
}) {
  const members = batch.members.filter((each) => each.restore?.plan && each.stops === 0);
  const rows = plansTogether(
    members.map((each) => each.restore!.plan),
    batch.view.source !== undefined,
    members.map((each) => each.holds),
  );
  const apart = rows.filter((each) => !each.alike);
  const alike = rows.filter((each) => each.alike);
  const byHand = [...new Set(members.flatMap((each) => each.restore!.choices.leaveOut))];
  const leave = (code: string, out: boolean): void =>
    void batch.choose(
      members.filter((each) => each.reviewed),
      (choices) => ({
        ...choices,
        leaveOut: out ? [...choices.leaveOut, code] : choices.leaveOut.filter((each) => each !== code),
      }),
    );
  const table = (title: string, some: readonly TogetherRow[]) => (
    <Rows {...{ title, members, byCode, locked }} rows={some} onLeave={(code) => leave(code, true)} />
  );
  const open = members.filter((each) => each.reviewed);
  return (
    <div>
      {batch.view.source && open.length > 0 && !locked && (
        <fieldset className="flex flex-wrap gap-x-6 mb-3 text-[15px]">
          <legend className="text-soft text-[14px]">Take along for all</legend>
          {FOR_ALL.map(([key, words]) => (
            <label key={key} className="flex items-center gap-2 min-h-8 pointer-coarse:min-h-11">
              <input
                type="checkbox"
                checked={open.every((each) => each.restore!.choices[key] !== false)}
                onChange={({ target: { checked } }) =>
                  void batch.choose(open, (choices) => ({ ...choices, [key]: checked }))
                }
              />
              {words}
            </label>
          ))}
        </fieldset>
      )}
      {apart.length > 0 && (
        <>
          <p className="mb-1">
            {apart.length} {apart.length === 1 ? "parameter is" : "parameters are"} not alike in all of them:
          </p>
          {table("Where the plans differ", apart)}
        </>
      )}
      {alike.length > 0 && (
        <details className="mt-3" open={apart.length === 0}>
          <summary className="cursor-pointer min-h-8">{alike.length} will be alike in all of them</summary>
          {table("Written alike", alike)}
        </details>
      )}
      {rows.length === 0 && (
        <p className="text-soft">Nothing has to be written: every drive already is as its record.</p>
      )}
      {byHand.length > 0 && (
        <p className="mt-2 text-[15px]">
          Left out by hand:{" "}
          {byHand.map((code) => (
            <span key={code} className="mr-3">
              <span className="font-mono">{code}</span> {byCode.get(code)?.name}{" "}
              {!locked && (
                <button
                  type="button"
                  className="underline underline-offset-4 min-h-8"
                  onClick={() => leave(code, false)}
                >
                  Take along
                </button>
              )}
            </span>
          ))}
        </p>
      )}
    </div>
  );
}

/** What may belong to the position that the record is of. */
const FOR_ALL = [
  ["names", "texts, which name the place"],
  ["tuning", "results of tuning"],
  ["communication", "addresses and other communication settings"],
] as const;

function Rows({
  title,
  members,
  rows,
  byCode,
  locked,
  onLeave,
}: {
  title: string;
  members: readonly Member[];
  rows: readonly TogetherRow[];
  byCode: ReadonlyMap<string, Parameter>;
  locked: boolean;
  onLeave: (code: string) => void;
}) {
  return (
    <div
      className="max-h-[46vh] max-sm:max-h-[70vh] overflow-auto border border-hairline rounded-page"
      tabIndex={0}
      role="group"
      aria-label={title}
    >
      <table {...cards.table} aria-label={title}>
        <thead {...cards.head} className={classes(cards.head.className, "sm:sticky top-0 bg-leaf")}>
          <tr role="row">
            <th className="font-normal pl-3 pr-3 py-1" aria-label="Take along" />
            <th className="font-normal pr-3">Code</th>
            <th className="font-normal pr-3">Parameter</th>
            {members.map((each) => (
              <th key={each.tag} className="font-mono font-normal pr-4 whitespace-nowrap">
                → {each.tag}
              </th>
            ))}
          </tr>
        </thead>
        <tbody {...cards.body}>
          {rows.map(({ code, cells }) => {
            const parameter = byCode.get(code);
            return (
              <tr key={code} {...cards.row}>
                <td role="cell" className="px-3 py-1 max-sm:p-0">
                  <input
                    type="checkbox"
                    checked
                    disabled={locked}
                    onChange={() => onLeave(code)}
                    aria-label={`Write ${code}`}
                  />
                </td>
                <td {...cards.code} className={classes(cards.code.className, "whitespace-nowrap")}>
                  {code}
                </td>
                <td {...cards.name} className={classes(cards.name.className, "sm:min-w-40")}>
                  {parameter?.name}
                </td>
                {cells.map((cell, i) => (
                  <td
                    key={members[i]!.tag}
                    role="cell"
                    className="pr-4 font-mono sm:whitespace-nowrap max-sm:p-0 max-sm:basis-full"
                  >
                    <span className="sm:hidden text-soft">{members[i]!.tag} </span>
                    <Cell cell={cell} parameter={parameter} />
                    <NoteHere member={members[i]!} code={code} />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** What somebody wrote down about the parameter at this position; those of all cells of a position are asked for once. */
function NoteHere({ member, code }: { member: Member; code: string }) {
  const notes = useNotes(member.restore!.identity.definitionId, member.tag);
  if (!notes.codes.has(code)) return null;
  return (
    <span className="block min-w-40 max-w-64 whitespace-normal">
      <NoteOf note={notes.all.get(code)} />
    </span>
  );
}

function Cell({ cell, parameter }: { cell: TogetherCell; parameter: Parameter | undefined }) {
  if (cell?.does !== "write")
    return (
      <span className="text-soft font-sans">
        {cell === undefined ? "not read" : { leave: "left out", nothing: "as recorded" }[cell.does]}
        {cell?.does === "nothing" && cell.holds !== undefined && parameter && (
          <span className="font-mono">: {line(parameter, cell.holds)}</span>
        )}
      </span>
    );
  return (
    <>
      <span className="font-semibold">{line(parameter, cell.to)}</span>
      <span className="sm:block max-sm:ml-2 text-[13px]">
        <span className="sm:hidden font-sans text-soft">now </span>
        <span className="bg-teal-ground px-1 rounded-[3px]">{line(parameter, cell.from)}</span>
      </span>
    </>
  );
}
