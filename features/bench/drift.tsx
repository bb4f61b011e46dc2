import type { ConnectionView } from "@/core/contract";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";

type DriftView = NonNullable<ConnectionView["drift"]>;

/** How a drive that is another one than before stands to the standing record, in words. */
export function swapped(view: ConnectionView): string {
  const { drift } = view;
  if (view.notCompared) return "Its values cannot be compared with the standing record; see below.";
  const here = holds(view);
  if (!drift)
    return here
      ? "It is being read, then compared with the standing record."
      : "It was not read whole: whether it is as in the standing record is not told.";
  const differ = drift.changed + drift.backToDefault;
  if (!here) return readLast(drift);
  if (differ > 0)
    return `${differ} of ${counted(drift.compared, "setting")} ${differ === 1 ? "differs" : "differ"} from the standing record ${drift.record}; ${drift.backToDefault} of them at the factory default.${view.unfit ? "" : " Restore the standing record onto it."}`;
  return `${allOf(drift)} are as in the standing record ${drift.record}. Keep the reading, so that the ledger knows the new drive.`;
}

/** The same in a few words, for a line. Example: "3 settings otherwise than in record 7, 1 of them at the factory default". */
export function driftWords(drift: DriftView): string {
  const { record, changed, backToDefault } = drift;
  const differ = changed + backToDefault;
  if (differ === 0)
    return `as in record ${record}${isWhole(drift) ? "" : ", as far as it could be compared"}`;
  const fell = backToDefault > 0 ? `, ${backToDefault} of them at the factory default` : "";
  return `${counted(differ, "setting")} otherwise than in record ${record}${fell}`;
}

/** Whether what was read of it is how it stands: not once it was lost, nor after something was sent to it. */
export const holds = ({ phase, outdated }: ConnectionView): boolean =>
  phase === "connected" && outdated === undefined;

/** What was read before it was lost says nothing of who answers now. */
function readLast(drift: DriftView): string {
  const differ = drift.changed + drift.backToDefault;
  const stood =
    differ === 0
      ? `${lower(allOf(drift))} were`
      : `${differ} of ${counted(drift.compared, "setting")} were not`;
  return `When it was read last, ${stood} as in the standing record ${drift.record}. How it stands now is not told.`;
}

/** How a drive has moved away from its standing record; of one that is lost, how it stood when it was read. */
export function Drift({ view, drift }: { view: ConnectionView; drift: DriftView }) {
  const { record, compared, changed, backToDefault } = drift;
  const differ = changed + backToDefault;
  if (!holds(view)) return <Notice kind="caution" title={readLast(drift)} />;
  if (differ === 0)
    return (
      <Notice
        kind={drift.notRead > 0 ? "caution" : "note"}
        title={
          isWhole(drift)
            ? `As recorded: all ${counted(compared, "setting")} are those of the standing record ${record}.`
            : `${allOf(drift)} are those of the standing record ${record}.`
        }
      >
        {!isWhole(drift) && <Aside view={view} drift={drift} />}
      </Notice>
    );
  return (
    <Notice
      kind="caution"
      title={`${differ} of ${counted(compared, "setting")} ${differ === 1 ? "differs" : "differ"} from the standing record ${record}: ${changed} changed on the drive, ${backToDefault} back to default.`}
    >
      They are marked below with a ring. Find out why before you record or restore.
      {view.reloads && ` The likeliest author writes into it by itself: ${view.reloads}`}
      <Aside view={view} drift={drift} />
    </Notice>
  );
}

/** What could not be compared, and where both lists stand beside each other. Nothing where all was. */
export function Aside({ view, drift }: { view: ConnectionView; drift: DriftView }) {
  const { to } = usePlant();
  const { record, notRead, lacks, unrecorded } = drift;
  if (isWhole(drift)) return null;
  const said = [
    notRead > 0 &&
      `${counted(notRead, "setting was", "settings were")} not read: whether as recorded is not told.`,
    lacks > 0 &&
      `This drive has nothing for ${counted(lacks, "setting")} that record ${record} holds, so that ${lacks === 1 ? "it is" : "they are"} not below.`,
    unrecorded > 0 &&
      `${counted(unrecorded, "setting")} of this drive ${unrecorded === 1 ? "is" : "are"} not in record ${record}.`,
  ];
  return (
    <p>
      {said.filter(Boolean).join(" ")}{" "}
      {view.position && (
        <Link
          className="underline underline-offset-4"
          href={to(
            `/compare?c=${encodeURIComponent(`${view.position.tag}:${record}`)}&c=live:${encodeURIComponent(view.id)}`,
          )}
        >
          Both beside each other
        </Link>
      )}
    </p>
  );
}

const isWhole = ({ notRead, lacks, unrecorded }: DriftView): boolean => notRead + lacks + unrecorded === 0;

/** "All" is said only where nothing was left out. */
const allOf = (drift: DriftView): string =>
  isWhole(drift)
    ? `All ${counted(drift.compared, "setting")}`
    : `All ${counted(drift.compared, "setting")} that both have and that could be read`;

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
