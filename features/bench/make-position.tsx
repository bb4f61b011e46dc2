import type { ConnectionView } from "@/core/contract";
import { PositionForm } from "@/features/positions/position-form";
import { Dialog } from "@/ui/dialog";

/** A position for the drive in hand, made where one is; it stands there then. */
export function MakePosition({
  view: { identity },
  areas,
  open,
  onPlace,
  onClose,
}: {
  view: ConnectionView;
  areas: string[];
  open: boolean;
  onPlace: (tag: string) => void;
  onClose: () => void;
}) {
  return (
    <Dialog open={open} title="Make a position for this drive" onClose={onClose}>
      <PositionForm
        start={{ area: areas[0] ?? "", definitionId: identity?.definitionId ?? "" }}
        areas={areas}
        families={identity ? [{ id: identity.definitionId, title: identity.family }] : []}
        onDone={(tag) => {
          onClose();
          onPlace(tag);
        }}
        onClose={onClose}
      />
    </Dialog>
  );
}
