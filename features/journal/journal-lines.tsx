import { positionPath } from "@/core/plant/position-path";
import { plantPath } from "@/features/house/plant-path";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";

export interface JournalLine {
  id: number;
  at: Date;
  tag: string | null;
  text: string;
  href: string | null;
  byName: string;
  /** The account, where two people have one name. */
  account?: string | null;
}

/** Who did what, newest first: a line each at a desk, in one hand the words below when, where and who. */
export function JournalLines({ plant, lines }: { plant: string; lines: readonly JournalLine[] }) {
  return (
    <ol className="bg-leaf border border-hairline divide-y divide-hairline text-[15px]" aria-label="Journal">
      {lines.map((line) => (
        <li
          key={line.id}
          className="grid items-baseline gap-x-4 grid-cols-[1fr_auto] px-3 max-md:py-1.5 md:grid-cols-[10.25rem_4.5rem_1fr_8rem] md:pl-0"
        >
          <span className="text-soft text-[14px] whitespace-nowrap md:margin-rule md:pl-3 md:pr-2 md:self-stretch md:py-1.5">
            {moment(line.at)}
          </span>
          <span className="font-mono text-[14px] whitespace-nowrap">
            {line.tag && (
              <Link
                href={plantPath(plant, positionPath(line.tag))}
                className="hover:underline underline-offset-4"
              >
                {line.tag}
              </Link>
            )}
          </span>
          <span className="min-w-0 break-words max-md:col-span-2 md:py-1">
            {line.href ? (
              <Link
                href={plantPath(plant, line.href)}
                className="hover:underline underline-offset-4 decoration-copper"
              >
                {line.text}
              </Link>
            ) : (
              line.text
            )}
          </span>
          <span className="text-soft max-md:col-span-2 max-md:text-[14px]" title={line.account ?? undefined}>
            {line.byName}
          </span>
        </li>
      ))}
    </ol>
  );
}
