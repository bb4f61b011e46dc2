import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";

export interface RunsWithView {
  /** As somebody has said of each. */
  said: Array<{ tag: string; words: string }>;
  /** Those that could be restored in the same go. */
  tags: string[];
}

/** That a drive runs together with others: they are set alike, or belong to one machine. Nothing where nobody has said so. */
export function RunsWith({ tag, said, tags }: RunsWithView & { tag: string }) {
  const { to } = usePlant();
  if (said.length === 0) return null;
  return (
    <div className="mb-3">
      <Notice kind="caution" title="It runs together with others">
        {said.map((each) => (
          <p key={each.tag}>
            {each.tag !== tag && <span className="font-mono">{each.tag}: </span>}
            {each.words}
          </p>
        ))}
        {tags.length > 0 && (
          <Link
            className="underline underline-offset-4"
            href={to(`/batches?${new URLSearchParams({ tags: [tag, ...tags].join() })}`)}
          >
            Restore {[tag, ...tags].join(", ")} in one go, each its own standing record
          </Link>
        )}
      </Notice>
    </div>
  );
}
