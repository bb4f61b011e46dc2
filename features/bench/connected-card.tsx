import Link from "next/link";
import type { ConnectionView } from "@/core/live";
import { Identity } from "./identity";

/** One connected drive in a few lines, on the bench. */
export function ConnectedCard({ view }: { view: ConnectionView }) {
  return (
    <div className="bg-leaf border border-hairline rounded-page p-4 flex flex-wrap gap-4 items-center">
      <div className="flex-1 min-w-64"><Identity view={view} /></div>
      <Link href={`/bench/${view.id}`} className="min-h-9 inline-flex items-center px-3.5 border border-hairline rounded-page hover:border-copper font-medium text-[15px]">Open</Link>
    </div>
  );
}
