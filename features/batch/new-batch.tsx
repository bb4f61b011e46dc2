"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { batches } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { LiveWarning } from "@/features/bench/live-warning";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { moment } from "@/ui/when";

interface Props {
  /** Who is at work: they acknowledge the warning by name. */
  name: string;
  areas: Array<{ name: string; positions: Array<{ tag: string; title: string; standing?: number }> }>;
  earlier: Array<{ id: number; at: number; byName: string; tags: string[] }>;
  /** Chosen from where one came: positions, and the record for all. */
  tags: string[];
  from: { tag: string; record: number } | undefined;
}

/** Chooses several positions and what each gets; from here on it only reads. */
export function NewBatch({ name, areas, earlier, tags, from }: Props) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const [chosen, setChosen] = useState<readonly string[]>(tags);
  const [forAll, setForAll] = useState(from !== undefined);
  const [tag, setTag] = useState(from?.tag ?? "");
  const [record, setRecord] = useState(String(from?.record ?? ""));
  const [onTrouble, setOnTrouble] = useState<"stop" | "go-on">("stop");
  const [find, setFind] = useState("");
  const [busy, setBusy] = useState(false);
  const [warning, setWarning] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  const begin = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const source = forAll ? { tag: tag.trim(), record: Number(record) } : undefined;
    const begun = await ask(batches.beginBatch, {
      params: { plant },
      body: { tags: [...chosen], source, onTrouble },
    });
    if (begun.ok) return router.push(to(`/batches/${begun.value.id}`));
    setBusy(false);
    if (begun.trouble.kind === "not-acknowledged") setWarning(true);
    else setTrouble(begun.trouble);
  };
  if (warning)
    return (
      <LiveWarning
        name={name}
        onAcknowledged={() => {
          setWarning(false);
          void begin();
        }}
      />
    );
  const fits = (words: string): boolean => words.toLowerCase().includes(find.trim().toLowerCase());
  const named = !forAll || (tag.trim() !== "" && /^[1-9]\d*$/.test(record));
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-4xl w-full mx-auto space-y-6">
      <Offered right="restore">
        <section>
          <h1 className="text-xl font-semibold">Restore several drives in one go</h1>
          <p className="text-soft mb-3">
            Each is connected over its noted way, read, checked and planned by itself; all are looked through
            together, then written one after the other on each link.
          </p>
          <form
            className="bg-leaf border border-hairline rounded-page p-4 space-y-4"
            onSubmit={(event) => {
              event.preventDefault();
              void begin();
            }}
          >
            <fieldset>
              <legend className="font-semibold">Which positions</legend>
              <div className="max-w-sm mb-2">
                <Field label="Find" value={find} onChange={({ target }) => setFind(target.value)} />
              </div>
              {areas.map((area) => {
                const there = area.positions.filter((each) => fits(`${each.tag} ${each.title}`));
                const some = there.filter((each) => chosen.includes(each.tag)).length;
                if (there.length === 0) return null;
                return (
                  <details key={area.name} open={some > 0 || find.trim() !== ""} className="mb-1">
                    <summary className="cursor-pointer min-h-8">
                      {area.name}{" "}
                      <span className="text-soft">
                        {some > 0 ? `${some} of ${there.length} chosen` : there.length}
                      </span>
                    </summary>
                    <div className="grid sm:grid-cols-2 pl-4">
                      {there.slice(0, MOST_SHOWN).map((each) => (
                        <label
                          key={each.tag}
                          className="flex items-center gap-2.5 min-h-9 pointer-coarse:min-h-11"
                        >
                          <input
                            type="checkbox"
                            className="size-5"
                            checked={chosen.includes(each.tag)}
                            onChange={({ target }) =>
                              setChosen(
                                target.checked
                                  ? [...chosen, each.tag]
                                  : chosen.filter((one) => one !== each.tag),
                              )
                            }
                          />
                          <span className="font-mono">{each.tag}</span> {each.title}
                          {!forAll && each.standing === undefined && (
                            <span className="text-ochre text-[14px]">no standing record</span>
                          )}
                        </label>
                      ))}
                      {there.length > MOST_SHOWN && (
                        <span className="text-soft">
                          and {there.length - MOST_SHOWN} more: find them above
                        </span>
                      )}
                    </div>
                  </details>
                );
              })}
            </fieldset>
            <fieldset className="space-y-1">
              <legend className="font-semibold">What they get</legend>
              <Choice name="source" checked={!forAll} onChoose={() => setForAll(false)}>
                each its own standing record
              </Choice>
              <Choice name="source" checked={forAll} onChoose={() => setForAll(true)}>
                one record for all of them; addresses are left as they are
              </Choice>
              {forAll && (
                <div className="flex flex-wrap gap-3 pl-7 max-w-md">
                  <Field label="Position" value={tag} onChange={({ target }) => setTag(target.value)} />
                  <Field
                    label="Record"
                    inputMode="numeric"
                    value={record}
                    onChange={({ target }) => setRecord(target.value)}
                  />
                </div>
              )}
            </fieldset>
            <fieldset className="space-y-1">
              <legend className="font-semibold">When one of them meets trouble</legend>
              <Choice name="trouble" checked={onTrouble === "stop"} onChoose={() => setOnTrouble("stop")}>
                leave those that were not begun as they are
              </Choice>
              <Choice name="trouble" checked={onTrouble === "go-on"} onChoose={() => setOnTrouble("go-on")}>
                go on with the others
              </Choice>
            </fieldset>
            {trouble && (
              <Notice kind="caution" title={trouble.text}>
                {trouble.remedy}
              </Notice>
            )}
            <Button type="submit" rank="primary" disabled={busy || chosen.length === 0 || !named}>
              Connect and read {chosen.length > 0 ? counted(chosen.length, "drive") : ""}
            </Button>
          </form>
        </section>
      </Offered>
      {earlier.length > 0 && (
        <section>
          <h2 className="font-semibold mb-1">Earlier</h2>
          <ul className="bg-leaf border border-hairline">
            {earlier.map((each) => (
              <li key={each.id} className="border-t border-hairline first:border-t-0">
                <Link
                  href={to(`/batches/${each.id}`)}
                  className="flex flex-wrap gap-x-3 px-4 py-2 hover:bg-paper"
                >
                  <span className="flex-1 min-w-48 font-mono">{shortened(each.tags)}</span>
                  <span className="text-soft">
                    {each.byName}, {moment(each.at)}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** More in one area are found by typing. */
const MOST_SHOWN = 60;

const shortened = (tags: readonly string[]): string =>
  tags.length > 8 ? `${tags.slice(0, 8).join(", ")} and ${tags.length - 8} more` : tags.join(", ");

function Choice({
  name,
  checked,
  onChoose,
  children,
}: {
  name: string;
  checked: boolean;
  onChoose: () => void;
  children: React.ReactNode;
}) {
  return (
    <label className="flex items-center gap-2.5 min-h-8 pointer-coarse:min-h-11">
      <input type="radio" name={name} className="size-5" checked={checked} onChange={onChoose} />
      {children}
    </label>
  );
}
