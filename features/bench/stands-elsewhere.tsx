import type { ConnectionView } from "@/core/contract";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";

interface Props {
  view: ConnectionView;
  onPlace: (tag: string) => void;
}

/** The ledger has the drive at one position, and it answers at the address of another. */
export function Misplaced({ view: { position, answersAt, identity }, onPlace }: Props) {
  if (!position || !answersAt) return null;
  return (
    <Notice
      kind="caution"
      title={`The ledger has drive ${identity?.serial} at ${position.tag}, but it answers at the address of ${answersAt.tag} ${answersAt.title}.`}
    >
      Either it was moved, or its address was changed. Read the tag at the machine before you record or
      restore. <Button onClick={() => onPlace(answersAt.tag)}>It stands at {answersAt.tag}</Button>
    </Notice>
  );
}

/** Nothing tells where it stands: positions that it would fit, and one made for it. */
export function Suggested({
  view: { suggested = [] },
  onPlace,
  onMake,
}: Props & { onMake: (() => void) | undefined }) {
  return (
    <Notice kind="note" title="Neither serial number nor address say where this drive stands.">
      {suggested.length === 0 ? (
        <>
          No position of its family and rating is without a connected drive. Choose its position above
          {onMake && " or make one"}, then keep what was read as a record.{" "}
          {onMake && <Button onClick={onMake}>Make a position for it</Button>}
        </>
      ) : (
        <>
          It fits {suggested.length === 1 ? "this position" : "these positions"}; read the tag at the machine.
          <ul className="mt-1">
            {suggested.map(({ tag, title, why }) => (
              <li key={tag} className="flex flex-wrap items-center gap-x-3 border-t border-hairline py-1">
                <Button onClick={() => onPlace(tag)}>It stands at {tag}</Button>
                <span>
                  {title}: <span className="text-soft">{why}</span>
                </span>
              </li>
            ))}
          </ul>
          {onMake && <Button onClick={onMake}>Make another position for it</Button>}
        </>
      )}
    </Notice>
  );
}
