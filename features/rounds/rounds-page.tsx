"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { rounds as ways } from "@/core/contract";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useRefresh } from "@/features/live/use-refresh";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";
import { day } from "@/ui/when";

interface Props {
  rounds: Array<{
    id: number;
    name: string;
    at: number;
    byName: string;
    closed: boolean;
    total: number;
    left: number;
  }>;
  areas: Array<{ name: string; tags: string[] }>;
  /** For a round without a name. */
  today: string;
}

/** The rounds of a plant, and a new one: whole areas, chosen with a tick each. */
export function RoundsPage({ rounds, areas, today }: Props) {
  const router = useRouter();
  useRefresh();
  const { plant, to } = usePlant();
  const [name, setName] = useState("");
  const [chosen, setChosen] = useState<string[]>([]);
  const tags = areas.filter((each) => chosen.includes(each.name)).flatMap((each) => each.tags);
  const begin = async (): Promise<void> => {
    const title = name.trim() || `Round of ${today}`;
    const begun = await act(ways.beginRound, { params: { plant }, body: { name: title, tags } });
    if (begun) router.push(to(`/rounds/${begun.value.id}`));
  };
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-4xl w-full mx-auto space-y-6">
      <section>
        <h1 className="text-xl font-semibold mb-2">Rounds</h1>
        {rounds.length === 0 ? (
          <Empty title="Rounds will stand here.">
            A round is a list of positions to record in one go: what can be reached records itself, the rest
            is walked to.
          </Empty>
        ) : (
          <ul className="bg-leaf border border-hairline">
            {rounds.map((each) => (
              <li key={each.id} className="border-t border-hairline first:border-t-0">
                <Link
                  href={to(`/rounds/${each.id}`)}
                  className="flex flex-wrap gap-x-3 px-4 py-2.5 hover:bg-paper"
                >
                  <span className="flex-1 min-w-48 font-medium">{each.name}</span>
                  <span className="text-soft">
                    {each.byName}, {day(each.at)}
                  </span>
                  <span className={each.closed ? "text-soft" : ""}>
                    {each.closed ? "ended" : `${each.left} of ${each.total} left`}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </section>
      <Offered right="record">
        <form
          className="bg-leaf border border-hairline rounded-page p-4 space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            void begin();
          }}
        >
          <h2 className="font-semibold">Begin a round</h2>
          <fieldset>
            <legend className="text-sm text-soft">Over these areas</legend>
            <div className="grid sm:grid-cols-2">
              {areas.map((each) => (
                <label key={each.name} className="flex items-center gap-2.5 min-h-9 pointer-coarse:min-h-11">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={chosen.includes(each.name)}
                    disabled={each.tags.length === 0}
                    onChange={(event) =>
                      setChosen(
                        event.target.checked
                          ? [...chosen, each.name]
                          : chosen.filter((one) => one !== each.name),
                      )
                    }
                  />
                  {each.name} <span className="text-soft">{each.tags.length}</span>
                </label>
              ))}
            </div>
          </fieldset>
          <Field
            label="Its name, where the day alone does not say enough"
            value={name}
            maxLength={80}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" rank="primary" disabled={tags.length === 0}>
            Begin{tags.length > 0 && ` with ${counted(tags.length, "position")}`}
          </Button>
        </form>
      </Offered>
    </div>
  );
}
