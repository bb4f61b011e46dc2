import type { ConnectionView } from "@/core/contract";
import { Button } from "@/ui/button";

/** As many as are offered by a button each; more would push what is compared off the page. */
const FEW = 3;

interface Props {
  connections: Iterable<ConnectionView>;
  /** What stands there already, by its tokens. */
  tokens: readonly string[];
  /** What names the column. */
  onChoose: (token: string) => void;
}

/** Drives that are connected and were read, to stand beside the others as they are. */
export function ConnectedChoice({ connections, tokens, onChoose }: Props) {
  const offered = [...connections].filter(
    ({ id, phase, reading, outdated }) =>
      phase === "connected" &&
      reading?.phase === "done" &&
      outdated === undefined &&
      !tokens.includes(`live:${id}`),
  );
  const named = offered.map((each) => ({ token: `live:${each.id}`, name: nameOf(each, offered) }));
  if (named.length <= FEW)
    return named.map(({ token, name }) => (
      <Button key={token} rank="quiet" onClick={() => onChoose(token)}>
        Add {name} as connected
      </Button>
    ));
  return (
    <select
      aria-label="A connected drive"
      value=""
      onChange={(event) => onChoose(event.target.value)}
      className="min-h-9 pointer-coarse:min-h-11 max-w-52 rounded-page border border-hairline bg-leaf px-2"
    >
      <option value="">as connected ...</option>
      {named.map(({ token, name }) => (
        <option key={token} value={token}>
          {name}
        </option>
      ))}
    </select>
  );
}

/** Its position; where two stand at the same one, or at none, its serial number too. */
function nameOf({ position, identity }: ConnectionView, all: readonly ConnectionView[]): string {
  if (!position) return identity?.serial ?? "";
  const alone = all.filter((each) => each.position?.tag === position.tag).length === 1;
  return alone ? position.tag : `${position.tag}, ${identity?.serial}`;
}
