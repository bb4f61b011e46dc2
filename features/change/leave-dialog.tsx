"use client";
import type { RestoreDetail } from "@/core/contract";
import { counted } from "@/core/words";
import type { LiveRestore } from "@/features/restore/use-restore";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";

/** Leaving the drive: what becomes of what was written, and of what was not. */
export function LeaveDialog({
  restore,
  sent,
  atOnce,
  onClose,
}: {
  restore: LiveRestore;
  sent: NonNullable<RestoreDetail["change"]>["sent"];
  /** Every write is permanent at once. */
  atOnce: boolean;
  onClose: () => void;
}) {
  const { job, detail } = restore;
  const connected = restore.connected?.phase === "connected";
  const waiting = detail.plan?.writes.length ?? 0;
  const then = (what: () => Promise<void>) => () => {
    onClose();
    void what();
  };
  return (
    <Dialog open title={`Leave drive ${job.identity.serial}`} onClose={onClose}>
      <div className="space-y-2 text-[15px]">
        {sent.length === 0 ? (
          <p>Nothing was sent to the drive. It holds what it held before.</p>
        ) : (
          <p>
            The drive is read as a whole once more and kept as a record, and a receipt says what was changed,
            by whom and why.{" "}
            {!atOnce &&
              "What was written is in its running memory and would be gone after a power-off: on the drive's page it can be made permanent afterwards."}
          </p>
        )}
        {waiting > 0 && (
          <p className="text-ochre">
            {counted(waiting, "value is", "values are")} on the list and not in the drive. They are not
            written; the list stays to be read.
          </p>
        )}
        {sent.length > 0 && !connected && (
          <p className="text-ochre">
            The drive is not connected. Connect it again to have it read; or end this without that: the
            receipt then says that nothing was proved.
          </p>
        )}
      </div>
      <div className="flex flex-wrap gap-2 mt-4">
        <Button
          rank="primary"
          disabled={sent.length > 0 && !connected}
          onClick={then(sent.length === 0 ? restore.end : restore.leave)}
        >
          {sent.length === 0 ? "Leave it" : "Read everything, and leave"}
        </Button>
        {sent.length > 0 && (
          <Button disabled={!connected} onClick={then(restore.putBack)}>
            Put back what was there before
          </Button>
        )}
        {sent.length > 0 && !connected && (
          <Button onClick={then(restore.end)}>End it without reading again</Button>
        )}
        <Button rank="quiet" onClick={onClose}>
          Stay
        </Button>
      </div>
    </Dialog>
  );
}
