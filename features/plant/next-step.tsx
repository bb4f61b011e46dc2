import type { PositionLine } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";

type Reason = PositionLine["reasons"][number];

/** Where in the plant a next step is done. */
export function wayOf(tag: string, { do: what, ...next }: Reason["next"]): string {
  const position = positionPath(tag);
  switch (what) {
    case "import":
      return "/families/import";
    case "connect":
      return `/bench?tag=${encodeURIComponent(tag)}`;
    case "raise":
      return `${position}?record=${next.record}`;
    case "compare":
      return `/compare?tag=${encodeURIComponent(tag)}&left=${next.with}&right=${next.record}`;
    case "restore":
      return `/restore/${next.restore}`;
    case "receipt":
      return `/receipts/${next.receipt}`;
    case "store":
      return "/inventory?whereabouts=in+store";
    case "carry-over":
      return `${position}/carry-over?${new URLSearchParams({
        record: String(next.record),
        ...(next.definition && next.rating
          ? { definition: next.definition, rating: next.rating, firmware: next.firmware ?? "" }
          : {}),
      })}`;
    case "prepare":
      return `${position}/restore?spare=1&record=${next.record}`;
    case "look":
      return position;
  }
}

/** The gravest reason why a position is not ready, and the way to what would mend it. */
export function Why({ tag, reasons }: { tag: string; reasons: Reason[] }) {
  const { to } = usePlant();
  const [first, ...rest] = reasons;
  if (!first) return <span className="text-soft">Ready: could be replaced tonight.</span>;
  return (
    <span className="flex items-baseline gap-x-2 min-w-0" title={reasons.map((each) => each.text).join("\n")}>
      {first.text !== "" && <span className="truncate">{first.text}</span>}
      {rest.length > 0 && <span className="text-soft whitespace-nowrap">and {rest.length} more</span>}
      <Link
        href={to(wayOf(tag, first.next))}
        className="whitespace-nowrap underline underline-offset-4 decoration-copper"
      >
        {first.next.text}
      </Link>
    </span>
  );
}
