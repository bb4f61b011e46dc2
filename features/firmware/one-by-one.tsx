import { positionPath } from "@/core/plant/position-path";
import type { AxisCourse } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { ButtonLink } from "@/ui/button";
import { Link } from "@/ui/link";

interface Props {
  tag: string;
  axes: readonly AxisCourse[];
  /** The record that is restored. */
  record: number;
  connection: string;
}

/** The axes of a rack, one after the other: what came of each, and the one that is next. */
export function OneByOne({ tag, axes, record, connection }: Props) {
  const { to } = usePlant();
  const next = axes.find((each) => !each.verified);
  return (
    <div className="mt-3">
      <p>
        {next
          ? `It has ${axes.length} axes. Restore one alone, look at the machine, then the next.`
          : `All ${axes.length} axes are restored and verified.`}
      </p>
      <ol className="mt-1 space-y-2" aria-label="Axes, one after the other">
        {axes.map(({ axis, receipt, verified }) => (
          <li key={axis} className="flex flex-wrap gap-x-3 gap-y-1 items-center">
            <span className="w-16">Axis {axis}</span>
            {receipt !== undefined && (
              <Link className="underline underline-offset-4" href={to(`/receipts/${receipt}`)}>
                {verified ? `verified, receipt ${receipt}` : `not verified, receipt ${receipt}`}
              </Link>
            )}
            {!verified && (
              <ButtonLink
                rank={axis === next?.axis ? "primary" : "plain"}
                href={to(
                  positionPath(
                    tag,
                    `/restore?${new URLSearchParams({ record: String(record), connection, axis: String(axis) })}`,
                  ),
                )}
              >
                Restore record {record} onto axis {axis} alone →
              </ButtonLink>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
