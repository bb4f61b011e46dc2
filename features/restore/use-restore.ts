"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { restore, type ConnectionView, type JobView, type RestoreDetail } from "@/core/contract";
import { driveKeyOf } from "@/core/drive";
import type { Looked, PlanChoices, WriteStep } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { useLive } from "@/features/live/store";

/** A restore as its page works with it: how it stands now, and what a person can decide. */
export interface LiveRestore {
  /** Checks, plan and choices, as loaded last. */
  detail: RestoreDetail;
  job: JobView;
  steps: WriteStep[];
  /** The drive it is about, where it is connected. */
  connected: ConnectionView | undefined;
  choose: (choices: PlanChoices) => Promise<void>;
  /** `looked` says what the person has looked at of what nobody tells; `deadVoltage` may stay empty. */
  confirm: (looked: readonly Looked[], deadVoltage: string) => Promise<void>;
  stop: () => Promise<void>;
  goOn: (again?: number[]) => Promise<void>;
  putBack: () => Promise<void>;
  end: () => Promise<void>;
  /** Of a change on the drive: reads it again, leaves it, loads what it comes to now that something else is wished. */
  readNow: () => Promise<void>;
  leave: () => Promise<void>;
  load: () => Promise<void>;
}

/** Follows a restore: events tell of it, what is too large for events is loaded when its place changes. */
export function useRestore(first: RestoreDetail): LiveRestore {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { jobs, steps: changes, connections } = useLive();
  const [detail, setDetail] = useState(first);
  const { id } = first;
  const params = useMemo(() => ({ plant, restore: id }), [plant, id]);
  const asked = useRef(0);
  const load = useCallback(async () => {
    const mine = (asked.current += 1);
    const answer = await ask(restore.showRestore, { params });
    // What was chosen meanwhile is not in it.
    if (answer.ok && mine === asked.current) setDetail(answer.value);
  }, [params]);
  const job: JobView = jobs.get(id) ?? detail;
  const { stage, waitsFor, over } = job.place;
  // Checks, plan and the list of steps change with the place; single steps come as events.
  useEffect(() => {
    void Promise.resolve().then(load);
  }, [stage, waitsFor, over, load]);
  const changed = changes.get(id);
  const steps = useMemo(
    () => detail.steps.map((step, i) => changed?.get(i) ?? step),
    [detail.steps, changed],
  );
  const connected = [...connections.values()].find(
    (each) => each.identity !== undefined && driveKeyOf(each.identity) === job.driveKey,
  );
  return {
    detail,
    job,
    steps,
    connected,
    async choose(body) {
      asked.current += 1;
      // What was ticked stands at once; what it comes to is loaded.
      setDetail((last) => ({ ...last, choices: { ...body, leaveOut: [...body.leaveOut] } }));
      await act(restore.choosePlan, { params, body: { ...body, leaveOut: [...body.leaveOut] } });
      await load();
    },
    async confirm(looked, deadVoltage) {
      const body = { seal: detail.seal ?? "", looked: [...looked], deadVoltage };
      await act(restore.confirmPlan, { params, body });
      await load();
    },
    async stop() {
      await act(restore.stopRestore, { params }, { repeats: true });
    },
    async goOn(again) {
      await act(restore.goOnRestore, { params, body: { again } });
    },
    async putBack() {
      const next = await act(restore.putBack, { params });
      if (next) router.push(to(`/restore/${next.value.id}`));
    },
    async end() {
      await act(restore.endRestore, { params });
    },
    async readNow() {
      await act(restore.readChanging, { params });
    },
    async leave() {
      await act(restore.leaveChanging, { params });
    },
    load,
  };
}
