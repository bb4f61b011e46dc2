"use client";
import { useState } from "react";
import { bench, type ConnectionView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { moment } from "@/ui/when";

interface Beside {
  compared: number;
  otherwise: Array<{ code: string; name: string; card: string; drive: string }>;
  notCompared: number;
  foreign: number;
}

/** As many lines as are shown at once. */
const MOST_SHOWN = 40;

/** The card in a drive may win at the next power-up: what it holds is compared with the drive on demand. Nothing is drawn where no card is told of, or where nobody knows how it is read. */
export function MemoryCard({ view, readable }: { view: ConnectionView; readable: boolean }) {
  const { plant } = usePlant();
  const [busy, setBusy] = useState(false);
  const [found, setFound] = useState<{ at: number; beside: Beside }>();
  const [trouble, setTrouble] = useState<Trouble>();
  if (view.state?.memoryCard !== true || view.phase !== "connected") return null;
  const compare = async (): Promise<void> => {
    setBusy(true);
    setFound(undefined);
    setTrouble(undefined);
    const answer = await ask(bench.compareCard, { params: { plant, connection: view.id } });
    setBusy(false);
    if (answer.ok) setFound({ at: Date.now(), beside: answer.value });
    else setTrouble(answer.trouble);
  };
  return (
    <section
      aria-label="Its memory card"
      className="border border-hairline rounded-page px-4 py-2 text-[15px] space-y-1.5"
    >
      <div className="flex flex-wrap gap-x-4 gap-y-1.5 items-center">
        <p className="flex-1 min-w-72">
          <strong>Its memory card:</strong> one is fitted.{" "}
          {readable
            ? "What it holds may become the drive's own at a power-up."
            : "What it holds is not told: its definition does not say how a card is read."}
        </p>
        {readable && (
          <Offered right="connect">
            <Button disabled={busy} onClick={() => void compare()}>
              {busy ? "Reading the card ..." : "Compare it with the drive"}
            </Button>
          </Offered>
        )}
      </div>
      {trouble && (
        <p role="alert" className="text-ochre">
          {trouble.text} {trouble.remedy}
        </p>
      )}
      {found && <CardResult at={found.at} beside={found.beside} />}
    </section>
  );
}

/** What came of comparing a card with the drive. */
export function CardResult({
  at,
  beside: { compared, otherwise, notCompared, foreign },
}: {
  at: number;
  beside: Beside;
}) {
  return (
    <div role="status">
      <p className={otherwise.length > 0 ? "text-ochre" : ""}>
        {moment(at)}: {compared === 0 && "nothing on it could be compared."}
        {compared > 0 &&
          otherwise.length === 0 &&
          `all ${counted(compared, "setting")} that both have are the same.`}
        {otherwise.length > 0 &&
          `${otherwise.length} of ${counted(compared, "setting")} are otherwise on the card.`}
        {notCompared > 0 && ` ${counted(notCompared, "setting")} could not be compared.`}
        {foreign > 0 && ` ${foreign} of its entries are not known to the definition.`}
      </p>
      {otherwise.length > 0 && (
        <table className="mt-1 text-[14px]">
          <thead>
            <tr className="text-left text-soft text-[13px]">
              <th className="font-normal pr-4">Code</th>
              <th className="font-normal pr-4">Parameter</th>
              <th className="font-normal pr-4">On the card</th>
              <th className="font-normal">In the drive, as read</th>
            </tr>
          </thead>
          <tbody>
            {otherwise.slice(0, MOST_SHOWN).map((each) => (
              <tr key={each.code} className="border-t border-hairline">
                <td className="font-mono pr-4 py-0.5">{each.code}</td>
                <td className="pr-4">{each.name}</td>
                <td className="font-mono pr-4">{each.card}</td>
                <td className="font-mono">{each.drive}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {otherwise.length > MOST_SHOWN && <p>And {otherwise.length - MOST_SHOWN} more.</p>}
    </div>
  );
}
