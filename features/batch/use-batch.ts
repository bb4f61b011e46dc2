"use client";
import { useState } from "react";
import { batches, restore, type BatchMember, type BatchView } from "@/core/contract";
import { notLookedAt, type Looked, type PlanChoices } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useKeptFresh } from "@/features/live/query";
import { useLive } from "@/features/live/store";

const WORKING_MS = 1000;
const WAITING_MS = 5000;

/** A drive of a batch as its page works with it. */
export interface Member extends BatchMember {
  /** What this person has looked at of what nobody tells. */
  looked: readonly Looked[];
  /** It waits to be looked through. */
  reviewed: boolean;
  stops: number;
  /** Lines of its check that nobody has answered yet. */
  open: number;
  /** This person wants it written with the others. */
  chosen: boolean;
}

/** Several restores in one go, followed; and what a person decides about them. */
export function useBatch(first: BatchView) {
  const { plant } = usePlant();
  const { ledgers, jobs } = useLive();
  const [looked, setLooked] = useState<Record<string, readonly Looked[]>>({});
  const [left, setLeft] = useState<readonly string[]>([]);
  const [asked, setAsked] = useState(0);
  const version = [...ledgers.values()].reduce((sum, each) => sum + each, asked);
  const params = { plant, batch: first.id };
  const { value: view, trouble } = useKeptFresh(batches.showBatch, { params }, first, {
    version,
    keepLast: true,
    everyMs: (last) => (last?.ok && last.value.doing ? WORKING_MS : WAITING_MS),
  });
  const members = view.members.map((each): Member => {
    const { restore: of } = each;
    // Its place is told as it moves; checks and plan come with the next answer.
    const live = of && jobs.get(of.id);
    const now = of && live ? { ...of, ...live } : of;
    const own = looked[each.tag] ?? [];
    const stops = now?.checks.filter((one) => one.verdict === "stop").length ?? 0;
    const reviewed = now?.open === true && now.place.stage === "review" && !now.place.over;
    return {
      ...each,
      restore: now,
      looked: own,
      reviewed,
      stops,
      open: now ? notLookedAt(now.checks, own).length : 0,
      chosen: reviewed && stops === 0 && !left.includes(each.tag),
    };
  });
  const again = (): void => setAsked((last) => last + 1);
  const look = (tags: readonly string[], id: string, said: Looked | undefined): void =>
    setLooked((last) => ({
      ...last,
      ...Object.fromEntries(
        tags.map((tag) => [
          tag,
          [...(last[tag] ?? []).filter((each) => each.id !== id), ...(said ? [said] : [])],
        ]),
      ),
    }));
  return {
    view,
    /** Why how it stands now is not known. */
    trouble,
    members,
    look,
    /** Takes a drive along, or leaves it. */
    take: (tag: string, along: boolean): void =>
      setLeft((last) => (along ? last.filter((each) => each !== tag) : [...last, tag])),
    /** Changes what is left out of some drives' plans; each plan is worked out anew. */
    choose: async (of: readonly Member[], change: (choices: PlanChoices) => PlanChoices): Promise<void> => {
      for (const { restore: one } of of)
        if (one) {
          const body = change({ ...one.choices, leaveOut: [...one.choices.leaveOut] });
          const given = { ...body, leaveOut: [...body.leaveOut] };
          await act(restore.choosePlan, { params: { plant, restore: one.id }, body: given });
        }
      again();
    },
    read: () => act(batches.readBatch, { params }).then(again),
    stop: () => act(batches.stopBatch, { params }, { repeats: true }).then(again),
    write: (deadVoltage: string) =>
      act(batches.writeBatch, {
        params,
        body: {
          members: members
            .filter((each) => each.chosen)
            .map((each) => ({
              restore: each.restore!.id,
              seal: each.restore!.seal ?? "",
              looked: [...each.looked],
            })),
          deadVoltage,
        },
      }).then(again),
    /** Ends what was read and not written. */
    endOpen: async (): Promise<void> => {
      for (const each of members)
        if (each.reviewed) await act(restore.endRestore, { params: { plant, restore: each.restore!.id } });
      again();
    },
  };
}
export type Batch = ReturnType<typeof useBatch>;
