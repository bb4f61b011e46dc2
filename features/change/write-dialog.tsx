"use client";
import type { Looked } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { counted } from "@/core/words";
import { BeforeWork } from "@/features/positions/before-work";
import { Checks, type Looking } from "@/features/restore/checks";
import { line } from "@/features/restore/parameter";
import type { LiveRestore } from "@/features/restore/use-restore";
import { Button } from "@/ui/button";
import { cards } from "@/ui/cards";
import { Dialog } from "@/ui/dialog";
import { EffectWords } from "./wished";

/** What will be written to the drive, value by value, and what is looked at first. The drive gets it only from here. */
export function WriteDialog({
  restore,
  byCode,
  looked,
  onLook,
  stops,
  open,
  beforeWork,
  keepers,
  onWrite,
  onClose,
}: {
  restore: LiveRestore;
  byCode: ReadonlyMap<string, Parameter>;
  looked: readonly Looked[];
  onLook: Looking["onLook"];
  /** Checks that say stop, and those that nobody has looked at yet. */
  stops: number;
  open: number;
  beforeWork: string;
  keepers: string;
  onWrite: () => void;
  onClose: () => void;
}) {
  const { detail, job, connected } = restore;
  const writes = detail.plan?.writes ?? [];
  return (
    <Dialog open title={`Write to drive ${job.identity.serial} of ${job.tag}`} onClose={onClose}>
      <div className="border border-hairline rounded-page mb-4">
        <table {...cards.table} aria-label="What is written">
          <thead {...cards.head}>
            <tr role="row">
              <th className="font-normal pl-3 py-1">Code</th>
              <th className="font-normal">Parameter</th>
              <th className="font-normal">In the drive now</th>
              <th className="w-6" aria-hidden />
              <th className="font-normal">Will be</th>
            </tr>
          </thead>
          <tbody {...cards.body}>
            {writes.map(({ code, from, to, caution }) => (
              <tr key={code} {...cards.row}>
                <td {...cards.code}>{code}</td>
                <td {...cards.name}>
                  {byCode.get(code)?.name}
                  {caution && <span className="block text-ochre text-[13px]">On purpose: {caution}</span>}
                  <EffectWords parameter={byCode.get(code)} />
                </td>
                <td {...cards.from}>
                  <span className="bg-teal-ground px-1.5 rounded-[3px]">{line(byCode.get(code), from)}</span>
                </td>
                <td {...cards.arrow}>→</td>
                <td {...cards.to}>{line(byCode.get(code), to)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <BeforeWork words={beforeWork} keepers={keepers} />
      <Checks
        checks={detail.checks}
        looking={{ looked, onLook, exchanged: undefined, onExchanged: () => undefined }}
      />
      <div className="flex flex-wrap gap-2 mt-4 items-center">
        <Button
          rank="primary"
          disabled={stops > 0 || open > 0 || writes.length === 0 || connected?.phase !== "connected"}
          onClick={() => {
            onClose();
            onWrite();
          }}
        >
          Write {counted(writes.length, "value")}
        </Button>
        <Button onClick={onClose}>Not yet</Button>
        {stops > 0 && <span className="text-vermilion">A check says stop, so nothing is written.</span>}
        {stops === 0 && open > 0 && (
          <span className="text-ochre">
            {open} {open === 1 ? "line of the check is" : "lines of the check are"} not told: look, and answer
            first.
          </span>
        )}
      </div>
    </Dialog>
  );
}
