"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { ledger, type PositionWindow } from "@/core/contract";
import { VERDICTS, type Thresholds, type Verdict } from "@/core/readiness";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { connectionAt } from "@/features/live/at-position";
import { useSettled } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { useWindows } from "@/features/live/windows";
import { MakePractice } from "@/features/practice/make-practice";
import { ButtonLink } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { FindField } from "@/ui/find-field";
import { Link } from "@/ui/link";
import { Empty, Notice } from "@/ui/notice";
import { Select } from "@/ui/select";
import { useOverscan } from "@/ui/use-overscan";
import { usePhone } from "@/ui/use-phone";
import { WhatWouldMend } from "./mends";
import { AreaHead, PositionRow } from "./position-row";
import { VERDICT_WORDS } from "./verdict";
import { WhatIsReady } from "./what-is-ready";

const SETTLE_MS = 150;
const AREA_HEIGHT = 44;
const SHOWN = ["all", ...VERDICTS] as const;
const SHOWN_WORDS: Record<(typeof SHOWN)[number], string> = {
  all: "all",
  no: "not",
  "with-care": "with care",
  ready: "ready",
};

type Item = { kind: "area"; name: string } | { kind: "line"; index: number };

/** The plant: could each drive be replaced tonight? What could not comes first in each area, with what would mend it. */
export function Plant({ first, thresholds }: { first: PositionWindow; thresholds: Thresholds }) {
  const { plant, to } = usePlant();
  const { connections, ledgers } = useLive();
  const [find, setFind] = useState("");
  const [shown, setShown] = useState<(typeof SHOWN)[number]>("all");
  const [area, setArea] = useState("");
  const [order, setOrder] = useState<"readiness" | "tag">("readiness");
  const phone = usePhone();
  const rowHeight = phone ? 84 : 38;
  const scroller = useRef<HTMLDivElement>(null);
  const settled = useSettled(find.trim(), SETTLE_MS);
  const changes = [...ledgers.values()].reduce((sum, each) => sum + each, 0);
  const wanted = {
    find: settled || undefined,
    verdict: shown === "all" ? undefined : shown,
    area: area || undefined,
    order: order === "readiness" ? undefined : order,
  };
  const { head, lineAt, show, trouble } = useWindows(ledger.listPositions, { plant }, wanted, first, changes);
  const items = useMemo(() => itemsOf(head), [head]);
  // The list is drawn by measuring its scroller; React's compiler leaves such a component alone, which is right.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (items[i]?.kind === "area" ? AREA_HEIGHT : rowHeight),
    overscan: useOverscan(10),
    initialRect: { width: 1200, height: 640 },
  });
  useEffect(() => virtual.measure(), [phone, items, virtual]);
  const drawn = virtual.getVirtualItems();
  const lines = drawn.flatMap(({ index }) => {
    const item = items[index];
    return item?.kind === "line" ? [item.index] : [];
  });
  const [from, until] = [lines[0] ?? 0, lines.at(-1) ?? 0];
  useEffect(() => show(from, until), [show, from, until]);
  const total = VERDICTS.reduce((sum, each) => sum + head.counts[each], 0);
  if (total + head.retired === 0)
    return (
      <Empty title="The plant's positions will stand here.">
        A position is the place where one drive is installed. Connect a drive at the bench and make its
        position there, or write the plant&rsquo;s list. Or practise first, on stand-ins.
        <span className="mt-3 flex justify-center gap-3">
          <Offered right="connect">
            <ButtonLink rank="primary" href={to("/bench")}>
              Connect a drive
            </ButtonLink>
          </Offered>
          <Offered right="arrange">
            <ButtonLink href={to("/arrange")}>Write the list of positions</ButtonLink>
          </Offered>
          <Offered right="plants">
            <MakePractice />
          </Offered>
        </span>
      </Empty>
    );
  return (
    <div className="flex flex-col flex-1 min-h-0 w-full max-w-6xl mx-auto px-6 max-sm:px-3 pt-4">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h1 className="text-lg">
          If a drive died tonight: <strong>{head.counts.ready}</strong> of {total} positions are ready,{" "}
          <strong>{head.counts["with-care"]}</strong> with care, <strong>{head.counts.no}</strong> not.
        </h1>
        <p className="flex flex-wrap items-center gap-x-4 text-[15px] sm:ml-auto no-print pointer-coarse:[&>*]:leading-[2.75rem]">
          <WhatIsReady thresholds={thresholds} />
          <Offered right="arrange">
            <Link
              className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
              href={to("/arrange")}
            >
              Arrange positions
            </Link>
          </Offered>
          <Link
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            href={to("/inventory")}
          >
            Inventory of drives
          </Link>
          <Link
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
            href={to("/ask")}
          >
            Ask the plant
          </Link>
        </p>
      </div>
      <WhatWouldMend mends={head.mends} />
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2 py-2 no-print">
        <Choice
          label="Which positions"
          shape="line"
          values={SHOWN}
          chosen={shown}
          onChoose={setShown}
          className="pb-0.5"
        >
          {(each) => (
            <span title={each === "all" ? undefined : VERDICT_WORDS[each as Verdict]}>
              {SHOWN_WORDS[each]} {each === "all" ? total : head.counts[each]}
            </span>
          )}
        </Choice>
        <FindField
          label="Find a position"
          told={false}
          value={find}
          onValue={setFind}
          placeholder="Tag, machine, serial, reason ..."
          className="w-56 max-sm:w-full"
        />
        <Select label="Area" value={area} onChange={(event) => setArea(event.target.value)} className="w-44">
          <option value="">every area</option>
          {head.areas.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </Select>
        <Select
          label="Order within an area"
          value={order}
          onChange={(event) => setOrder(event.target.value as "readiness" | "tag")}
          className="w-52"
        >
          <option value="readiness">what is missing first</option>
          <option value="tag">by tag</option>
        </Select>
        <p className="flex-1 text-right pb-2 text-soft text-[14px]" role="status">
          {head.total === total ? "" : `${head.total} of ${total}`}
        </p>
      </div>
      {trouble && (
        <Notice kind="caution" title="The list could not be fetched anew">
          {trouble}
        </Notice>
      )}
      {drawn.length < items.length && (
        <p className="only-print">
          Only the lines that were in sight are on paper. The spreadsheet of the inventory has all of them.
        </p>
      )}
      <div
        ref={scroller}
        tabIndex={0}
        role="grid"
        aria-label="Positions"
        aria-rowcount={items.length}
        className="flex-1 min-h-72 overflow-auto border border-hairline bg-leaf mb-3 outline-offset-[-2px] print-flow"
      >
        {items.length === 0 && (
          <Empty title="No position fits.">Take something away from what is looked for.</Empty>
        )}
        <div className="relative" role="rowgroup" style={{ height: virtual.getTotalSize() }}>
          {drawn.map(({ index, start, size }) => {
            const item = items[index]!;
            const line = item.kind === "line" ? lineAt(item.index) : undefined;
            return (
              <div key={index} className="absolute inset-x-0" role="row" style={{ top: start, height: size }}>
                {item.kind === "area" ? (
                  <AreaHead
                    name={item.name}
                    counts={head.areas.find((each) => each.name === item.name)!.counts}
                  />
                ) : (
                  <PositionRow line={line} live={line && connectionAt(connections, line.tag)} phone={phone} />
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** Headings and lines as they follow each other. */
function itemsOf({ areas }: PositionWindow): Item[] {
  let index = 0;
  return areas.flatMap(({ name, fit }): Item[] => {
    if (fit === 0) return [];
    const lines = Array.from({ length: fit }, (): Item => ({ kind: "line", index: index++ }));
    return [{ kind: "area", name }, ...lines];
  });
}
