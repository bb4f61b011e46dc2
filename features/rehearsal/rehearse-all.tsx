"use client";
import { useState } from "react";
import { rehearsals } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";

/** What came of one: its number, or why there is none. */
interface Made {
  tag: string;
  id?: number;
  why?: string;
}

/** Rehearses several restores that wait to be looked through, one after the other, and says which came of which. */
export function RehearseAll({
  members,
}: {
  members: ReadonlyArray<{ tag: string; restore?: { id: number } }>;
}) {
  const { plant, to } = usePlant();
  const [busy, setBusy] = useState(false);
  const [made, setMade] = useState<readonly Made[]>([]);
  const all = members.filter((each) => each.restore !== undefined);
  const rehearse = async (): Promise<void> => {
    setBusy(true);
    setMade([]);
    for (const { tag, restore } of all) {
      const done = await ask(rehearsals.rehearse, {
        params: { plant, tag },
        body: { restore: restore!.id },
      });
      const one = done.ok ? { tag, id: done.value.id } : { tag, why: done.trouble.text };
      setMade((last) => [...last, one]);
    }
    setBusy(false);
  };
  const rehearsed = made.filter((each) => each.id !== undefined);
  return (
    <>
      <Button disabled={busy || all.length === 0} onClick={() => void rehearse()}>
        {busy ? `Rehearsing, ${made.length} of ${all.length} ...` : "Rehearse them first"}
      </Button>
      {rehearsed.length > 0 && (
        <span role="status">
          Rehearsed:{" "}
          {rehearsed.map(({ tag, id }) => (
            <Link
              key={id}
              target="_blank"
              className="font-mono underline underline-offset-4 mr-2"
              href={to(`/rehearsals/${id}`)}
            >
              {tag}
            </Link>
          ))}
        </span>
      )}
      {made.map(
        ({ tag, why }) =>
          why && (
            <span key={tag} role="status" className="text-ochre">
              {tag} was not rehearsed: {why}
            </span>
          ),
      )}
    </>
  );
}
