import { Fragment } from "react";
import type { InventoryWindow } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";

/** So many addresses are told at first; with one cable for a whole plant there may be one for each address that drives come with. */
const SHOWN = 3;

/** Positions that were reached at one address of one link: two drives with one address, which nobody may find out in the night; or one cable that was moved. */
export function Alike({ at }: { at: InventoryWindow["alike"] }) {
  if (at.length === 0) return null;
  const more = at.length - SHOWN;
  return (
    <div role="status" className="mb-2 text-[15px] max-w-[68rem]">
      <p className="font-semibold text-ochre">More than one position at one address</p>
      <ul>
        {at.slice(0, SHOWN).map((each) => (
          <li key={each.answersAt}>
            {each.answersAt}: <Tags {...each} />
          </li>
        ))}
        {more > 0 && (
          <li className="text-soft">
            and at {more} more {more === 1 ? "address" : "addresses"}
          </li>
        )}
      </ul>
      <p className="text-soft">
        One cable that was moved from drive to drive is fine. Two drives with one address on one line talk at
        once: give one of them another, and read it again.
      </p>
    </div>
  );
}

function Tags({ tags, positions }: InventoryWindow["alike"][number]) {
  const { to } = usePlant();
  const more = positions - tags.length;
  return (
    <>
      {tags.map((tag, index) => (
        <Fragment key={tag}>
          {index > 0 && ", "}
          <Link
            href={to(positionPath(tag))}
            className="font-mono underline underline-offset-4 decoration-hairline hover:decoration-copper"
          >
            {tag}
          </Link>
        </Fragment>
      ))}
      {more > 0 && ` and ${more} more`}
    </>
  );
}
