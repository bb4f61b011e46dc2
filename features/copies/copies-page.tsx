"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { addressOf, archive } from "@/core/contract";
import { counted } from "@/core/words";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Empty, Notice } from "@/ui/notice";
import { moment } from "@/ui/when";
import { Bundles } from "./bundles";

interface Props {
  copies: Array<{ name: string; at: number; size: number }>;
  folder: string;
  /** How old the newest is; undefined where there is none. */
  ageHours: number | undefined;
  damage: string[];
  plants: Array<{ slug: string; name: string }>;
}

/** More than a day and a bit: the daily one did not come about. */
const OLD_HOURS = 30;

/** Copies of the whole ledger: how old the newest is, and one more at any time. */
export function CopiesPage({ copies, folder, ageHours, damage, plants }: Props) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const make = async (): Promise<void> => {
    setBusy(true);
    const done = await act(archive.makeCopy, {});
    setBusy(false);
    if (!done) return;
    toast.success(`${done.value.name} is made and was looked through.`);
    router.refresh();
  };
  const old = ageHours === undefined || ageHours > OLD_HOURS;
  return (
    <div className="px-6 max-sm:px-3 py-5 max-w-3xl w-full mx-auto space-y-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-xl font-semibold flex-1">Copies of the ledger</h1>
        <Button rank="primary" disabled={busy} onClick={() => void make()}>
          {busy ? "Making it ..." : "Make a copy now"}
        </Button>
      </div>
      {damage.length > 0 && (
        <Notice kind="stop" title="Something in this ledger is damaged">
          <ul>
            {damage.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
          Take in the newest copy that is whole.
        </Notice>
      )}
      {old && (
        <Notice
          kind="caution"
          title={
            ageHours === undefined
              ? "There is no copy yet"
              : `The newest copy is ${counted(Math.floor(ageHours / 24), "day")} and ${counted(ageHours % 24, "hour")} old`
          }
        >
          One is made each day by itself while the program runs. If it does not come about, the log says why.
        </Notice>
      )}
      <p className="text-soft">
        Each copy holds every plant, person, record, receipt and file, and was looked through after it was
        written. They lie in <span className="font-mono text-[14px]">{folder}</span>, the last 14. Keep some
        on another computer too. An empty ledger takes one in on its first page, or with{" "}
        <span className="font-mono text-[14px]">npm run take-in -- FILE</span>.
      </p>
      {copies.length === 0 ? (
        <Empty title="Copies will stand here." />
      ) : (
        <ul className="bg-leaf border border-hairline">
          {copies.map((each) => (
            <li key={each.name} className="flex gap-3 border-t border-hairline first:border-t-0 px-4 py-2">
              <span className="flex-1">{moment(each.at)}</span>
              <span className="text-soft">{(each.size / 1024 / 1024).toFixed(1)} MB</span>
              <a
                className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
                download
                href={addressOf(archive.copyFile, { params: { copy: each.name } })}
              >
                {each.name}
              </a>
            </li>
          ))}
        </ul>
      )}
      <Bundles plants={plants} />
    </div>
  );
}
