"use client";
import { useRouter } from "next/navigation";
import { restore } from "@/core/contract";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";

export interface UnsettledView {
  record: number;
  standing: number;
  family?: { noted: string; now: string };
}

/** After a drive of another kind was restored and verified: what the position still says of the former one, and one press that brings it up to date. */
export function Unsettled({
  receipt,
  tag,
  open: { record, standing, family },
}: {
  receipt: number;
  tag: string;
  open: UnsettledView;
}) {
  const { plant } = usePlant();
  const router = useRouter();
  const may = useMay("raise");
  const settle = async (): Promise<void> => {
    const done = await act(restore.settleReceipt, { params: { plant, receipt } });
    if (done) router.refresh();
  };
  return (
    <div className="mb-4 no-print">
      <Notice
        kind="caution"
        title={`The standing record ${standing} of ${tag} is of a drive of another kind than the one that stands there now.`}
      >
        <p>
          If this one died, that record could not be restored onto its like. Record {record}, read after this
          restore, could{family && `; and ${tag} is noted as ${family.noted}, it is ${family.now} now`}.
        </p>
        {may ? (
          <Button className="mt-2" onClick={() => void settle()}>
            Raise record {record} to the standing record
            {family && `, and note ${family.now}`}
          </Button>
        ) : (
          <p className="text-soft">Somebody who may raise records does that here.</p>
        )}
      </Notice>
    </div>
  );
}
