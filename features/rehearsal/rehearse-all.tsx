"use client";
import { useState } from "react";
import { rehearsals } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";

/** Rehearses several restores that wait to be looked through, one after the other, and says which came of which. */
export function RehearseAll({
  members,
}: {
  members: ReadonlyArray<{ tag: string; restore?: { id: number } }>;
}) {
  const { plant, to } = usePlant();
  const [busy, setBusy] = useState(false);
  const [made, setMade] = useState<ReadonlyArray<{ tag: string; id: number }>>([]);
  const rehearse = async (): Promise<void> => {
    setBusy(true);
    setMade([]);
    for (const { tag, restore } of members) {
      const done =
        restore &&
        (await act(rehearsals.rehearse, { params: { plant, tag }, body: { restore: restore.id } }));
      if (done) setMade((last) => [...last, { tag, id: done.value.id }]);
    }
    setBusy(false);
  };
  return (
    <>
      <Button disabled={busy || members.length === 0} onClick={() => void rehearse()}>
        {busy ? `Rehearsing, ${made.length} of ${members.length} ...` : "Rehearse them first"}
      </Button>
      {made.length > 0 && (
        <span role="status">
          Rehearsed:{" "}
          {made.map(({ tag, id }) => (
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
    </>
  );
}
