import { positionPath } from "@/core/plant/position-path";
import { carryAddress } from "@/features/carry-over/target-choice";
import { BeginDraft } from "@/features/draft/begin-draft";
import { Offered, useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { Button, ButtonLink } from "@/ui/button";
import { Labels } from "./labels";
import { RecordWords } from "./record-words";
import { Standings } from "./standings";
import { TakeAlong } from "./take-along";
import type { RecordView, StandingView } from "./types";

/** What an open record is, whether it stands, and what can be done with it. */
export function RecordHead({
  tag,
  record,
  standings,
  used,
  onWrite,
}: {
  tag: string;
  record: RecordView;
  /** Every record that was raised, the one in force first. */
  standings: StandingView[];
  /** Labels that stand on the position's records. */
  used: string[];
  onWrite: (what: "note" | "standing") => void;
}) {
  const mayRaise = useMay("raise");
  const { to } = usePlant();
  const [standing] = standings;
  return (
    <div className="px-5 py-3 border-b border-hairline flex flex-wrap gap-x-6 gap-y-2 items-center">
      <div className="flex-1 min-w-72">
        <h2 className="text-lg font-semibold">
          Record {record.number}
          {standing?.number === record.number && (
            <span className="font-normal text-copper-deep">, the standing record</span>
          )}
          {record.present < record.expected && <span className="font-normal text-ochre">, partial</span>}
        </h2>
        <RecordWords record={record} />
        <Labels tag={tag} record={record} used={used} />
        <Standings standings={standings} shown={record.number} />
      </div>
      <div className="flex flex-wrap gap-2 no-print items-center">
        <TakeAlong tag={tag} record={record} />
        <Offered right="annotate">
          <Button rank="quiet" letter="n" onClick={() => onWrite("note")}>
            Add a note
          </Button>
        </Offered>
        {mayRaise && standing?.number !== record.number && (
          <Button letter="s" onClick={() => onWrite("standing")}>
            Raise to standing
          </Button>
        )}
        {standing && standing.number !== record.number && (
          <ButtonLink
            letter="c"
            href={to(
              `/compare?tag=${encodeURIComponent(tag)}&left=${standing.number}&right=${record.number}`,
            )}
          >
            Compare with standing
          </ButtonLink>
        )}
        <BeginDraft tag={tag} record={record.number} />
        <Offered right="draft">
          <ButtonLink letter="o" href={to(carryAddress(tag, record.number))}>
            Carry over ...
          </ButtonLink>
        </Offered>
        <Offered right="restore">
          <ButtonLink
            rank="primary"
            letter="r"
            href={to(positionPath(tag, `/restore?record=${record.number}`))}
          >
            Restore →
          </ButtonLink>
        </Offered>
      </div>
    </div>
  );
}
