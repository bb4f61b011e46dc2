import type { ConnectionView } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { asHeard } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { Link } from "@/ui/link";
import { Identity, StandsAt } from "./identity";

/** One connected drive in a few lines, on the bench. */
export function ConnectedCard({ view }: { view: ConnectionView }) {
  const { to } = usePlant();
  const { online } = useLive();
  return (
    <div className="bg-leaf border border-hairline rounded-page p-4 flex flex-wrap gap-x-4 gap-y-2 items-center">
      <div className="flex-1 min-w-64">
        <p className="text-[17px] font-semibold">
          <StandsAt position={view.position} />
        </p>
        <Identity view={asHeard(view, online)} />
      </div>
      <Link
        href={to(`/bench/${view.id}`)}
        className="min-h-9 pointer-coarse:min-h-11 inline-flex items-center px-3.5 border border-hairline rounded-page hover:border-copper font-medium text-[15px]"
      >
        Open
      </Link>
    </div>
  );
}
