"use client";
import { useState, type ReactNode } from "react";
import { notLookedAt, worksByItself, type Check, type Looked } from "@/core/restore";
import { usePlant } from "@/features/house/use-plant";
import { Button, ButtonLink } from "@/ui/button";
import type { Looking } from "./checks";
import type { LiveRestore } from "./use-restore";

/** What the pages of all operations have alike. */

/** What a person has looked at of the checks that nobody tells, and what is still open. */
export function useLooked(checks: readonly Check[]): {
  looked: readonly Looked[];
  onLook: Looking["onLook"];
  stops: number;
  open: number;
  /** Once something was done on the strength of it: a look counts once, a name that was given stays. */
  done: () => void;
} {
  const [looked, setLooked] = useState<readonly Looked[]>([]);
  return {
    looked,
    onLook: (id, said) => setLooked([...looked.filter((each) => each.id !== id), ...(said ? [said] : [])]),
    stops: checks.filter((each) => each.verdict === "stop").length,
    open: notLookedAt(checks, looked).length,
    done: () => setLooked(looked.filter((each) => each.answer !== undefined)),
  };
}

/** Confirm or end, and why it cannot be confirmed yet. */
export function Decide({
  restore,
  stops,
  open,
  does,
  ends,
  stopped,
  onConfirm,
  children,
}: {
  restore: LiveRestore;
  stops: number;
  open: number;
  /** On the buttons: to do it, and to leave it. */
  does: ReactNode;
  ends: string;
  /** What is said where a check says stop. */
  stopped: string;
  onConfirm: () => void;
  /** What else can be done before. */
  children?: ReactNode;
}) {
  return (
    <div className="flex flex-wrap gap-2 mt-3 items-center">
      <Button rank="primary" disabled={stops > 0 || open > 0 || !restore.connected} onClick={onConfirm}>
        {does}
      </Button>
      {children}
      <Button rank="quiet" onClick={() => void restore.end()}>
        {ends}
      </Button>
      {stops > 0 && <span className="text-vermilion">{stopped}</span>}
      {stops === 0 && open > 0 && (
        <span className="text-ochre">
          {open} {open === 1 ? "line of the check is" : "lines of the check are"} not told: look, and answer
          first.
        </span>
      )}
    </div>
  );
}

/** The way to the receipt, and back to what was there before where that can be put back. */
export function ToReceipt({ restore, putsBack }: { restore: LiveRestore; putsBack: boolean }) {
  const { to } = usePlant();
  const { receiptId, place } = restore.job;
  if (!receiptId) return null;
  return (
    <div className="flex flex-wrap gap-2">
      <ButtonLink rank="primary" href={to(`/receipts/${receiptId}`)}>
        Open receipt {receiptId}
      </ButtonLink>
      {place.over === "done" && putsBack && restore.connected && (
        <Button onClick={() => void restore.putBack()}>Put back what was there before</Button>
      )}
    </div>
  );
}

/** Stops what works by itself, between two exchanges with the drive. */
export function StopIt({ restore }: { restore: LiveRestore }) {
  if (!worksByItself(restore.job.place)) return null;
  return (
    <div className="mt-3 flex gap-2">
      <Button rank="plain" onClick={() => void restore.stop()}>
        Stop
      </Button>
      <span className="self-center text-soft text-[14px]">
        It stops between two exchanges with the drive; the page then says how things stand.
      </span>
    </div>
  );
}
