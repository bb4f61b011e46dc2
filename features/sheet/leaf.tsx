"use client";
import { sheets, type ParameterView } from "@/core/contract";
import type { SheetRow } from "@/core/sheet";
import { NEVER_WRITTEN, type ParameterKind } from "@/core/value";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { KIND_WORDS } from "./kinds";
import { Elsewhere } from "./leaf-elsewhere";
import { History } from "./leaf-history";
import { LeafNote } from "./leaf-note";
import type { Notes } from "./use-notes";

/** A record that a sheet can be held against: its number, and what it is called with its day. */
export interface EarlierRecord {
  number: number;
  words: string;
}

/** What a sheet is of, for what is asked about its parameters. */
export interface SheetOf {
  /** A record of a position; its parameters have a history there. */
  tag?: string;
  record?: number;
  /** Earlier records of the position, the newest first. */
  earlier?: readonly EarlierRecord[];
  /** A drive that is connected. */
  connection?: string;
  /** A family as it stands in its definition. */
  firmware?: string;
  axes?: number;
}

const EFFECT_WORDS: Record<ParameterView["effect"], string> = {
  "at-once": "at once, also while the motor runs",
  "stopped-only": "it can be changed only while the motor stands",
  "after-restart": "after the drive was restarted",
};

/** One parameter in full, beside the sheet: what it holds, what it may hold, what it does, and every value it had. */
export function Leaf({
  family,
  of,
  row,
  notes,
  onClose,
}: {
  family: string;
  of: SheetOf;
  row: SheetRow;
  notes: Notes;
  onClose: () => void;
}) {
  const { plant } = usePlant();
  // The earlier records are for the toolbar alone.
  const { earlier: _, ...about } = of;
  const asked = useAsked(
    sheets.showParameter,
    { params: { plant, definition: family }, query: { ...about, code: row.code } },
    { keepLast: true },
  );
  const view = asked?.ok && asked.value.code === row.code ? asked.value : undefined;
  // A note is read before anything else; where there is none yet, it can be written below what the parameter is.
  const noted = notes.codes.has(row.code);
  const note = of.tag !== undefined && notes.known && (
    <LeafNote
      key={`note on ${row.code}`}
      definition={family}
      tag={of.tag}
      code={row.code}
      note={notes.all.get(row.code)}
    />
  );
  return (
    <section
      aria-label={`Parameter ${row.code}`}
      className="w-80 shrink-0 border-l border-hairline bg-leaf overflow-y-auto px-4 py-3 text-[14px] max-lg:absolute max-lg:inset-y-0 max-lg:right-0 max-lg:z-30 max-lg:max-w-full max-sm:w-full no-print"
    >
      <div className="flex items-start gap-2">
        <h3 className="flex-1 text-[15px] font-semibold">
          <span className="font-mono font-normal">{row.code}</span> {row.name}
        </h3>
        <Button rank="quiet" aria-label="Close the leaf" title="Esc" className="-mt-1.5" onClick={onClose}>
          ×
        </Button>
      </div>
      {asked && !asked.ok && (
        <p className="text-ochre">
          {asked.trouble.text} {asked.trouble.remedy}
        </p>
      )}
      {row.outside !== undefined && (
        <p className="mt-1 text-ochre">Outside of what the family allows: {row.outside}</p>
      )}
      {noted && note}
      {view && (
        <>
          {view.help && <p className="mt-1">{view.help}</p>}
          <Facts view={view} where={whereWords(of)} />
          {view.depends.length > 0 && (
            <ul className="mt-2 space-y-1">
              {view.depends.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          )}
        </>
      )}
      {!noted && note}
      {view && (
        <>
          {view.history && of.tag !== undefined && <History tag={of.tag} history={view.history} />}
          <Elsewhere
            key={row.code}
            family={family}
            code={row.code}
            name={row.name}
            fixed={view.readOnly || NEVER_WRITTEN.has(view.kind as ParameterKind)}
            here={of.tag}
            value={view.value}
          />
        </>
      )}
    </section>
  );
}

/** Where the value lives that is told: a draft beside it may hold another one. */
function whereWords({ record, connection }: SheetOf): string {
  if (connection !== undefined) return "In the drive";
  return record === undefined ? "Value" : `In record ${record}`;
}

function Facts({ view, where }: { view: ParameterView; where: string }) {
  const { value, raw, standard, range, choices, bits, effect } = view;
  return (
    <>
      <dl className="mt-2 grid grid-cols-[6.5rem_1fr] gap-x-2 gap-y-0.5">
        {value !== undefined && <Fact name={where}>{value}</Fact>}
        {raw !== undefined && (
          <Fact name="Raw">
            <span className="font-mono">{String(raw)}</span>{" "}
            <span className="font-sans text-soft">{view.type}</span>
          </Fact>
        )}
        <Fact name="Default here" told={standard !== undefined}>
          {standard}
        </Fact>
        {!choices && !bits && (
          <Fact name="Range" told={range !== undefined}>
            {range}
          </Fact>
        )}
        <Fact name="Group">{view.group}</Fact>
        <Fact name="Kind">{KIND_WORDS[view.kind as ParameterKind]}</Fact>
        <Fact name="A change counts">
          {view.readOnly ? "read-only: the drive gives it" : EFFECT_WORDS[effect]}
        </Fact>
        {view.ratingDependent && <Fact name="Rating">follows the rating of the drive</Fact>}
        {view.belongsTo.length > 0 && <Fact name="Belongs to">{view.belongsTo.join(", ")}</Fact>}
        {view.passwordLevel > 0 && (
          <Fact name="Password">level {view.passwordLevel} is needed to change it</Fact>
        )}
      </dl>
      {choices && (
        <List title="Choices">
          {choices.map((each) => (
            <li key={each.value} className={classes(each.value === raw && "font-semibold")}>
              <span className="font-mono inline-block min-w-6">{each.value}</span> {each.text}
              {each.value === raw && <span className="text-soft font-normal"> (chosen)</span>}
            </li>
          ))}
        </List>
      )}
      {bits && (
        <List title="Bits">
          {bits.map((each) => (
            <li key={each.bit} className={classes(each.set && "font-semibold")}>
              <span className="font-mono inline-block min-w-6">{each.bit}</span> {each.text}
              <span className="text-soft font-normal">
                {raw !== undefined && (each.set ? " (set)" : " (not set)")}
              </span>
            </li>
          ))}
        </List>
      )}
    </>
  );
}

/** A fact; what the definition does not tell is said to be not told. */
function Fact({ name, told = true, children }: { name: string; told?: boolean; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className={classes("min-w-0 break-words", !told && "text-ochre")}>
        {told ? children : "not told"}
      </dd>
    </>
  );
}

function List({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <>
      <h4 className="mt-2 text-soft">{title}</h4>
      <ul>{children}</ul>
    </>
  );
}
