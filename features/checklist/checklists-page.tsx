"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { checklists, type ChecklistsView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

/** A position's own lists, written by whoever arranges the plant: what no parameter holds, and the acceptance. */
export function ChecklistsPage({ tag, title, lists }: { tag: string; title: string; lists: ChecklistsView }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const may = useMay("arrange");
  const [beforeOn, setBeforeOn] = useState(lists.beforeOn.join("\n"));
  const [acceptance, setAcceptance] = useState(lists.acceptance.join("\n"));
  const [keepers, setKeepers] = useState(lists.keepers);
  const [reloads, setReloads] = useState(lists.reloads);
  const [licences, setLicences] = useState(lists.licences.join("\n"));
  const [runsWith, setRunsWith] = useState(lists.runsWith);
  const [busy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    setBusy(true);
    const body = { beforeOn, acceptance, keepers, reloads, licences, runsWith, version: lists.version };
    const kept = await act(checklists.keepChecklists, { params: { plant, tag }, body });
    setBusy(false);
    if (!kept) return;
    toast.success("Kept. They stand on the receipts of this position from now on.");
    router.refresh();
  };
  const box = (label: string, about: string, value: string, onChange: (value: string) => void, rows = 8) => (
    <label className="block">
      <span className="block font-semibold">{label}</span>
      <span className="block text-soft text-[15px] mb-1">{about}</span>
      <textarea
        value={value}
        readOnly={!may}
        rows={rows}
        maxLength={8000}
        onChange={({ target }) => onChange(target.value)}
        className="w-full rounded-page border border-hairline bg-leaf px-3 py-2 focus:border-copper"
      />
    </label>
  );
  return (
    <form
      className="px-6 max-sm:px-3 py-5 max-w-3xl w-full mx-auto space-y-5"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div>
        <h1 className="text-xl font-semibold">
          <Link className="font-mono hover:underline underline-offset-4" href={to(positionPath(tag))}>
            {tag}
          </Link>{" "}
          {title}: its own lists
        </h1>
        <p className="text-soft text-[15px]">
          A line a row. A line that ends with a colon asks for a value, as in “Deceleration from 50 Hz, s:”.
          {lists.byName && lists.at !== undefined && ` Written by ${lists.byName}, ${moment(lists.at)}.`}
        </p>
      </div>
      {box(
        "Before switching on",
        "What no parameter holds: address switches, termination, input switches, earthing screw, cards, resistor and brake wiring.",
        beforeOn,
        setBeforeOn,
      )}
      {box(
        "Acceptance",
        "Before the machine is handed back: direction, stop, limits, interlocks.",
        acceptance,
        setAcceptance,
      )}
      <Field
        label="Who else holds its values"
        hint="A controller above, a memory card, a program on the drive; and which of them wins at the next power-up. It is said before every restore here."
        value={keepers}
        readOnly={!may}
        maxLength={1000}
        onChange={({ target }) => setKeepers(target.value)}
      />
      <Field
        label="Who writes its values by itself, and when"
        hint="A controller that loads its own values into the drive, as in “The line controller, at its start: ramps and limits”. After a restore the drive is compared once more, and drift names it as the likely author."
        value={reloads}
        readOnly={!may}
        maxLength={500}
        onChange={({ target }) => setReloads(target.value)}
      />
      {box(
        "Option keys and licences",
        "What; serial number it is bound to; last day. As in “Fast positioning; FR25-1558; 2026-12-31”; the last two may lack. Never the key itself. A restore lists what another drive lacks.",
        licences,
        setLicences,
        3,
      )}
      <Field
        label="Which other positions it runs together with"
        hint="Leader and follower, or drives on one bus: in words that name their tags, as in “KL-04 follows its speed”. A restore of one offers the others in one go."
        value={runsWith}
        readOnly={!may}
        maxLength={500}
        onChange={({ target }) => setRunsWith(target.value)}
      />
      {may ? (
        <Button type="submit" rank="primary" disabled={busy}>
          Keep the lists
        </Button>
      ) : (
        <p className="text-soft">They are written by whoever may arrange positions.</p>
      )}
    </form>
  );
}
