"use client";
import { useState, type KeyboardEvent } from "react";
import type { CarryLineView } from "@/core/contract";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { NotTold } from "@/ui/not-told";
import type { Said } from "./use-decisions";

const REVIEW = {
  motor: "motor data",
  brake: "brake",
  tuning: "result of tuning",
  protection: "protection",
} as const;
const SAID = { offered: "taken as offered", factory: "factory value", own: "typed" } as const;

/** One line of the account: what it was, what it becomes, why; and what somebody says of it, where it asks. */
export function CarryRow({
  line,
  said,
  onSay,
}: {
  line: CarryLineView;
  said: Said | undefined;
  onSay: (said: Said | undefined) => void;
}) {
  const [typing, setTyping] = useState(false);
  const asks = line.asks !== undefined;
  const letters: Record<string, () => void> = {
    t: () => onSay({ choose: line.offersFactory ? "factory" : "offered" }),
    f: () => onSay({ choose: "factory" }),
    o: () => setTyping(true),
  };
  const onKey = (event: KeyboardEvent<HTMLLIElement>): void => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      neighbour(event.currentTarget, step)?.focus();
    } else if (asks && line.to.length > 0 && letters[event.key]) {
      event.preventDefault();
      letters[event.key]!();
    } else if (asks && event.key === "t") onSay({ choose: "offered" });
  };
  return (
    <li
      tabIndex={0}
      data-carry-row
      aria-label={line.id.replace("→", "to")}
      onKeyDown={onKey}
      className="grid grid-cols-[2.2rem_minmax(0,1fr)_1.5rem_minmax(0,1fr)_minmax(0,1.2fr)] max-sm:grid-cols-[2.2rem_minmax(0,1fr)] border-b border-hairline text-[14px] focus-visible:bg-paper"
    >
      <span className="margin-rule max-sm:row-span-4 text-center pt-1.5" aria-hidden>
        {asks && <span className={said ? "text-copper-deep" : "text-ochre"}>{said ? "✓" : "○"}</span>}
      </span>
      <Values values={line.from} none="nothing" />
      <span aria-hidden className="text-copper text-center pt-1.5 max-sm:hidden">
        →
      </span>
      <Values
        values={said?.choose === "factory" ? atFactory(line.to) : line.to}
        pencil
        none="nothing there"
        typed={said?.typed}
      />
      <div className="py-1.5 pl-2 pr-3">
        {line.review && <span className="text-soft">{REVIEW[line.review]}. </span>}
        {line.reason}
        {asks && (
          <div className="flex flex-wrap gap-1.5 mt-1 items-center">
            {said && <span className="text-copper-deep mr-1">{SAID[said.choose]}</span>}
            {line.to.length === 0 ? (
              <Small onClick={() => onSay({ choose: "offered" })}>Seen: it is let go</Small>
            ) : (
              <>
                {!line.offersFactory && (
                  <Small title="t" onClick={letters.t!}>
                    Take it
                  </Small>
                )}
                <Small title="f" onClick={letters.f!}>
                  Factory value
                </Small>
                <Small title="o" onClick={letters.o!}>
                  Type ...
                </Small>
              </>
            )}
          </div>
        )}
        {typing && (
          <Typing
            line={line}
            onDone={(typed) => {
              setTyping(false);
              if (typed) onSay({ choose: "own", typed });
            }}
          />
        )}
      </div>
    </li>
  );
}

function Values({
  values,
  none,
  pencil = false,
  typed,
}: {
  values: CarryLineView["to"];
  none: string;
  pencil?: boolean;
  typed?: Record<string, string>;
}) {
  return (
    <div className="py-1.5 px-2 min-w-0 space-y-0.5">
      {values.length === 0 && <span className="text-soft">{none}</span>}
      {values.map(({ code, name, text }) => (
        <div key={code}>
          <span className="font-mono">{code}</span> <span className="text-soft">{name}</span>
          <span
            className={classes(
              "block w-fit font-mono whitespace-pre-wrap",
              pencil && "text-graphite underline decoration-dashed underline-offset-4",
            )}
          >
            {typedWords(values, code, typed) ?? text ?? ""}
          </span>
          {typed?.[code] === undefined && text === undefined && pencil && <NotTold>factory value</NotTold>}
        </div>
      ))}
    </div>
  );
}

function Typing({
  line,
  onDone,
}: {
  line: CarryLineView;
  onDone: (typed: Record<string, string> | undefined) => void;
}) {
  const [typed, setTyped] = useState<Record<string, string>>(() =>
    Object.fromEntries(line.to.map((each) => [each.code, ""])),
  );
  return (
    <form
      className="mt-1.5 space-y-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(typed);
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") onDone(undefined);
      }}
    >
      {line.to.map(({ code, name, text, choices }, i) => (
        <label key={code} className="block">
          <span className="text-soft">
            {code} {name}
            {choices ? "" : ", with or without its unit"}
          </span>
          {choices ? (
            <select
              autoFocus={i === 0}
              required
              value={typed[code]}
              onChange={({ target }) => setTyped({ ...typed, [code]: target.value })}
              className={BOX}
            >
              <option value="">choose ...</option>
              {choices.map((each) => (
                <option key={each.value} value={each.value}>
                  {each.value} · {each.text}
                </option>
              ))}
            </select>
          ) : (
            <input
              autoFocus={i === 0}
              required
              value={typed[code]}
              placeholder={text}
              onChange={({ target }) => setTyped({ ...typed, [code]: target.value })}
              className={BOX}
            />
          )}
        </label>
      ))}
      <div className="flex gap-1.5">
        <Button type="submit">So</Button>
        <Button rank="quiet" onClick={() => onDone(undefined)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

const BOX =
  "block w-full min-h-9 pointer-coarse:min-h-11 border border-hairline rounded-page bg-leaf px-2 font-mono";

function Small({ children, ...more }: { children: string; title?: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="min-h-8 pointer-coarse:min-h-11 px-2 border border-hairline rounded-page hover:border-copper"
      {...more}
    >
      {children}
    </button>
  );
}

/** A typed choice with its words. */
function typedWords(
  values: CarryLineView["to"],
  code: string,
  typed: Record<string, string> | undefined,
): string | undefined {
  const said = typed?.[code];
  const choice = values
    .find((each) => each.code === code)
    ?.choices?.find((each) => String(each.value) === said);
  return choice ? `${choice.value} · ${choice.text}` : said;
}

const atFactory = (values: CarryLineView["to"]): CarryLineView["to"] =>
  values.map(({ factory, ...each }) => ({ ...each, text: factory }));

/** The row before or after, across groups. */
function neighbour(row: HTMLElement, step: number): HTMLElement | undefined {
  const rows = [...document.querySelectorAll<HTMLElement>("[data-carry-row]")].filter(
    (each) => each.offsetParent !== null,
  );
  return rows[rows.indexOf(row) + step];
}
