"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { bench } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { linkText, type LinkSettings } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import type { FindRequest } from "./find-form";

export interface Asked {
  link: LinkSettings;
  unit: number;
}

/** Asking over a way who is there: to connect, to try it, to look for others; and what came of it last. */
export function useAsking() {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [busy, setBusy] = useState<Asked & { text: string }>();
  const [attempt, setAttempt] = useState<Asked & { trouble: Trouble }>();
  const [tested, setTested] = useState("");
  /** Stands where it is told what came of it: in one hand that is further down than what was pressed, or further up. */
  const outcome = useRef<HTMLDivElement>(null);
  const clear = (): void => {
    setAttempt(undefined);
    setTested("");
  };
  const failed = (asked: Asked, trouble: Trouble): void => {
    setAttempt({ ...asked, trouble });
    outcome.current?.scrollIntoView();
  };
  const connect = async (link: LinkSettings, unit: number, as?: string): Promise<void> => {
    clear();
    setBusy({ link, unit, text: `Asking ${linkText(link)}, address ${unit} ...` });
    const answer = await ask(bench.connect, { params: { plant }, body: { link, unit, as } });
    setBusy(undefined);
    if (answer.ok) router.push(to(`/bench/${answer.value.id}`));
    else failed({ link, unit }, answer.trouble);
  };
  const test = async (link: LinkSettings, unit: number): Promise<void> => {
    clear();
    setBusy({ link, unit, text: `Trying ${linkText(link)} ...` });
    const answer = await ask(bench.testLink, { params: { plant }, body: { link, unit } });
    setBusy(undefined);
    if (!answer.ok) return failed({ link, unit }, answer.trouble);
    const { answered, ms, advice } = answer.value;
    if (answered) return setTested(`Somebody answers at address ${unit}, within ${ms} ms.`);
    const [first] = advice;
    setTested(first ? `${first.title} ${first.means} First: ${first.checks[0]}` : "Nobody answers there.");
  };
  const find = async (link: LinkSettings, request: FindRequest): Promise<void> => {
    clear();
    const answer = await ask(bench.startSearch, { params: { plant }, body: { link, ...request } });
    if (!answer.ok) return failed({ link, unit: request.from }, answer.trouble);
    outcome.current?.scrollIntoView();
  };
  return { busy, attempt, tested, outcome, clear, connect, test, find };
}
