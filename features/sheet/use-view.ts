"use client";
import { useSearchParams } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { BESIDES, LEAVABLE, type Beside, type Leavable } from "@/core/sheet";
import { useWho } from "@/features/house/rights";
import { useSettled } from "@/features/live/query";
import { useAwake } from "@/ui/awake";

/** What of a sheet somebody looks at. It stands in the page's address, so that it can be sent to a colleague. */
export interface View {
  text: string;
  /** Also what could be set to the words that are looked for. */
  could?: boolean;
  notDefault: boolean;
  differences: boolean;
  /** Only what is outside of what the family allows. */
  outside?: boolean;
  /** Only what somebody wrote something down about. */
  noted?: boolean;
  list?: "essentials" | "mine";
  without: Leavable[];
  axis?: number;
  set?: number;
  /** Its sets or its axes side by side. */
  beside?: Beside;
  /** Only settings that are otherwise than in this earlier record. */
  since?: number;
  /** The row in hand. */
  at?: string;
}

export const EVERYTHING: View = { text: "", notDefault: false, differences: false, without: [] };
const SETTLE_MS = 400;
const NAMES = ["find", "show", "hide", "axis", "set", "beside", "since", "at"] as const;

/** The view that an address tells; undefined where it tells none. */
export function viewOf(params: URLSearchParams): View | undefined {
  if (!NAMES.some((each) => params.has(each))) return undefined;
  const show = (params.get("show") ?? "").split(",");
  const list = (["essentials", "mine"] as const).find((each) => show.includes(each));
  const axis = numberOf(params.get("axis"));
  const set = numberOf(params.get("set"));
  const beside = BESIDES.find((each) => each === params.get("beside"));
  const since = params.get("since");
  const without = (params.get("hide") ?? "").split(",");
  return {
    text: params.get("find") ?? "",
    notDefault: show.includes("not-default"),
    differences: show.includes("differences"),
    without: LEAVABLE.filter((each) => without.includes(each)),
    ...(show.includes("could") ? { could: true } : {}),
    ...(show.includes("outside") ? { outside: true } : {}),
    ...(show.includes("noted") ? { noted: true } : {}),
    ...(list ? { list } : {}),
    ...(axis === undefined ? {} : { axis }),
    ...(set === undefined ? {} : { set }),
    ...(beside ? { beside } : {}),
    ...(since !== null && /^[1-9]\d{0,8}$/.test(since) ? { since: Number(since) } : {}),
    ...(params.has("at") ? { at: params.get("at")! } : {}),
  };
}

const numberOf = (text: string | null): number | undefined =>
  text !== null && /^\d{1,2}$/.test(text) ? Number(text) : undefined;

/** Puts a view into an address; what else stands there stays. */
export function withView(params: URLSearchParams, view: View): URLSearchParams {
  const next = new URLSearchParams(params);
  for (const each of NAMES) next.delete(each);
  const show = [
    view.could && "could",
    view.notDefault && "not-default",
    view.differences && "differences",
    view.outside && "outside",
    view.noted && "noted",
    view.list,
  ].filter(Boolean);
  if (view.text) next.set("find", view.text);
  // An empty one says that everything is shown, where a page begins with less.
  next.set("show", show.join(","));
  if (view.without.length > 0) next.set("hide", view.without.join(","));
  if (view.axis !== undefined) next.set("axis", String(view.axis));
  if (view.set !== undefined) next.set("set", String(view.set));
  if (view.beside) next.set("beside", view.beside);
  if (view.since !== undefined) next.set("since", String(view.since));
  if (view.at !== undefined) next.set("at", view.at);
  return next;
}

/** The part of an address that tells a view; empty where none does. */
export function viewPart(params: URLSearchParams): string {
  return new URLSearchParams(
    NAMES.flatMap((name) => {
      const value = params.get(name);
      return value === null ? [] : [[name, value]];
    }),
  ).toString();
}

const keyOf = (who: string, place: string): string => `sheet ${place} ${who}`;

/** Where they left a sheet on this computer: all but what was typed into its search. A browser may keep nothing at all. */
function leftAt(who: string, place: string): View | undefined {
  try {
    const kept = window.localStorage.getItem(keyOf(who, place));
    return kept === null ? undefined : viewOf(new URLSearchParams(kept));
  } catch {
    return undefined;
  }
}

function leave(who: string, place: string, view: View): void {
  try {
    const kept = withView(new URLSearchParams(), { ...view, text: "" });
    window.localStorage.setItem(keyOf(who, place), kept.toString());
  } catch {
    // It opens anew then.
  }
}

/**
 * The view of a sheet: as the address has it, else as the sheet was left, else as `start`. `place` names the sheet among others; an empty one is not kept,
 * without one the view stands in no address either.
 */
export function useView(start: View, place: string | undefined): [View, (change: Partial<View>) => void] {
  const who = useWho();
  const params = useSearchParams() as URLSearchParams | null;
  const fromAddress = place !== undefined && params ? viewOf(new URLSearchParams(params)) : undefined;
  const [view, setView] = useState<View>(fromAddress ?? start);
  const [opened, setOpened] = useState(fromAddress !== undefined || !place);
  const [touched, setTouched] = useState(false);
  // What this computer keeps is known only once the page runs.
  if (useAwake() && !opened) {
    setOpened(true);
    const left = leftAt(who, place!);
    if (left) setView(left);
  }
  const settled = useSettled(view, SETTLE_MS);
  // The view that the address last told or was told.
  const told = useRef(params ? viewPart(new URLSearchParams(params)) : "");
  useEffect(() => {
    if (place === undefined || !params) return;
    const here = viewPart(new URLSearchParams(window.location.search));
    if (here === told.current || here !== viewPart(new URLSearchParams(params))) return;
    // Who goes back, or follows a link within the page, finds what that address tells.
    told.current = here;
    setView(viewOf(new URLSearchParams(params)) ?? start);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only another address is followed
  }, [params]);
  useEffect(() => {
    if (place === undefined || !touched) return;
    told.current = viewPart(withView(new URLSearchParams(), settled));
    if (place !== "") leave(who, place, settled);
  }, [settled, place, touched, who]);
  // Written beside the router, which would give up a page that it is going to: with each refresh it puts its own address back.
  useEffect(() => {
    if (place === undefined || !touched) return;
    const here = new URL(window.location.href);
    if (viewPart(here.searchParams) === told.current) return;
    for (const each of NAMES) here.searchParams.delete(each);
    here.search = [here.searchParams.toString(), told.current].filter(Boolean).join("&");
    window.history.replaceState(window.history.state, "", here);
  });
  return [
    view,
    (change) => {
      setTouched(true);
      setView((last) => ({ ...last, ...change }));
    },
  ];
}
