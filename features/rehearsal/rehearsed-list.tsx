"use client";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

export interface RehearsedView {
  id: number;
  at: number;
  byName: string;
  record?: number;
  draftTitle?: string;
  verified: boolean;
  not: number;
  all: number;
}

/** Rehearsals of a position, the newest first; marked as what they are. */
export function RehearsedList({ rehearsals }: { rehearsals: readonly RehearsedView[] }) {
  const { to } = usePlant();
  if (rehearsals.length === 0) return null;
  return (
    <ul className="text-[15px] mt-2" aria-label="Rehearsed">
      {rehearsals.map((each) => (
        <li key={each.id}>
          <span className="text-ochre">rehearsed</span>{" "}
          <Link className="underline underline-offset-4" href={to(`/rehearsals/${each.id}`)}>
            {each.record === undefined ? `draft “${each.draftTitle}”` : `record ${each.record}`}
          </Link>
          , {moment(each.at)}, {each.byName}:{" "}
          {each.verified ? "would come out as planned" : `${each.not} of ${each.all} would not`}
        </li>
      ))}
    </ul>
  );
}
