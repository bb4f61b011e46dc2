"use client";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";

/** Above every page of the practice plant, on paper too: nobody takes a stand-in for a drive. */
export function PracticeMark() {
  const { to } = usePlant();
  return (
    <p
      role="note"
      className="px-5 max-sm:px-4 py-0.5 flex flex-wrap items-center gap-x-4 text-[14px] bg-ochre-ground border-y-2 border-dashed border-ochre"
    >
      <span>
        <strong>Practice plant.</strong> Stand-ins only; no real drive is reached.
      </span>
      <Offered right="cabinet">
        <Link
          href={to("/exercises")}
          className="min-h-8 inline-flex items-center underline underline-offset-4 no-print"
        >
          Exercises
        </Link>
      </Offered>
    </p>
  );
}
