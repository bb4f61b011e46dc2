"use client";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { drafts, type DraftChangeView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { Offered, useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useArrivingSheet } from "@/features/sheet/arriving-sheet";
import type { SentSheet } from "@/features/sheet/send-sheet";
import { Sheet, type SheetEditor } from "@/features/sheet/sheet";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Spread } from "@/ui/spread";
import { Changes } from "./changes";
import { DraftHead, type DraftWords } from "./draft-head";
import { DraftEditor, DraftVersion } from "./editor";
import { Enter } from "./enter";
import { MergeDraft } from "./merge";
import { Several, type SeveralChoices } from "./several";
import { useDraft, type DraftState } from "./use-draft";

interface Props {
  draft: DraftWords;
  /** Its changes and its sheet as they were when the page was made. */
  first: Omit<DraftState, "sheet">;
  sheet: SentSheet;
  several: SeveralChoices;
}

/** A draft: what it changes on the left, the whole sheet in pencil beside its record on the right. Nothing of it is in any drive. */
export function DraftPage({ draft, first, sheet: sent, several }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const may = useMay("draft") && !draft.closed;
  const [ending, setEnding] = useState<"enter" | "give-up" | "several" | "merge">();
  const arrived = useArrivingSheet(sent);
  const whole = useMemo(
    () => ({
      ...first,
      sheet: arrived,
      id: draft.id,
      record: draft.record,
      newer: draft.newer,
      closed: draft.closed,
    }),
    [first, arrived, draft.id, draft.record, draft.newer, draft.closed],
  );
  const { changes, sheet, version, changed } = useDraft(whole);
  const params = { plant, draft: draft.id };
  const { id, tag, record, axes } = draft;
  const firmware = draft.firmware || undefined;
  const of = useMemo(
    () => (record === undefined ? { firmware, axes } : { tag, record }),
    [record, firmware, axes, tag],
  );
  const editor = useCallback<SheetEditor>(
    (code, on) => <DraftEditor draft={id} code={code} onChanged={changed} {...on} />,
    [id, changed],
  );
  const done = (): void => {
    setEnding(undefined);
    changed();
  };
  const takeBack = (what: "undo" | "redo"): void =>
    void act(drafts.takeBackInDraft, { params, body: { what } }, { repeats: true }).then(
      (done) => done && changed(),
    );
  const asRecorded = ({ code, raw }: DraftChangeView): void =>
    void act(drafts.changeDraft, { params, body: { code, reason: "", expected: raw } }).then(
      (done) => done && changed(),
    );
  return (
    <>
      <Spread
        list={`Draft for ${draft.tag}: ${counted(changes.length, "change")}`}
        left={
          <>
            <DraftHead
              draft={draft}
              changes={changes.length}
              may={may}
              onTakeBack={takeBack}
              onOpen={setEnding}
            />
            <Changes changes={changes} onTakeBack={may ? asRecorded : undefined} />
          </>
        }
        right={
          <DraftVersion value={version}>
            <Sheet
              data={sheet}
              start={draft.closed ? "differences" : "all"}
              place=""
              of={of}
              editor={may ? editor : undefined}
            />
          </DraftVersion>
        }
      />
      <Offered right="draft">
        {ending === "enter" && (
          <Enter draft={draft} count={changes.length} onClose={() => setEnding(undefined)} />
        )}
        {ending === "several" && (
          <Several draft={draft.id} {...several} onDone={done} onClose={() => setEnding(undefined)} />
        )}
        {ending === "merge" && (
          <MergeDraft
            draft={draft.id}
            record={draft.record}
            version={version}
            onDone={done}
            onClose={() => setEnding(undefined)}
          />
        )}
        <Dialog open={ending === "give-up"} title="Give the draft up" onClose={() => setEnding(undefined)}>
          <p>
            {counted(changes.length, "change")} will not become a record. They can still be read here, and not
            be changed any more.
          </p>
          <Button
            className="mt-4"
            rank="primary"
            onClick={() =>
              void act(drafts.giveUpDraft, { params }).then(
                (done) => done && router.push(to(positionPath(draft.tag))),
              )
            }
          >
            Give it up
          </Button>
        </Dialog>
      </Offered>
    </>
  );
}
