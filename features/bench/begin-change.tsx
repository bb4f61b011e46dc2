"use client";
import { useRouter } from "next/navigation";
import { restore, type ConnectionView } from "@/core/contract";
import { OPERATION_WORDS } from "@/core/restore";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";

/** Goes over to changing values on the drive itself: it is read first, and that is kept as the record of before. Nothing is sent by going there. */
export function BeginChange({ view }: { view: ConnectionView }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  if (!view.position || view.phase !== "connected" || view.fit === "nearest") return null;
  const begin = async (): Promise<void> => {
    const begun = await act(restore.startOperation, {
      params: { plant },
      body: { connection: view.id, operation: "change" },
    });
    if (begun) router.push(to(`/restore/${begun.value.id}`));
  };
  return (
    <Offered right="restore">
      <Button letter="d" onClick={() => void begin()}>
        {OPERATION_WORDS.change.title} ...
      </Button>
    </Offered>
  );
}
