"use client";
import { drafts, type PositionLine } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";

interface Props {
  /** The position that was chosen. */
  of: PositionLine | undefined;
  /** What names the column. */
  onChoose: (token: string) => void;
}

/** What of a position stands beside the others: one of its records, its open drafts, or the factory default of its rating. */
export function WhatOfIt({ of, onChoose }: Props) {
  const { plant } = usePlant();
  const tag = of?.tag;
  const open = useAsked(
    drafts.listDrafts,
    { params: { plant, tag: tag ?? "" } },
    { enabled: tag !== undefined },
  );
  const newest = of?.newest?.number ?? 0;
  return (
    <select
      aria-label="What of it"
      value=""
      disabled={tag === undefined}
      onChange={(event) => onChoose(event.target.value)}
      className="min-h-9 max-w-52 rounded-page border border-hairline bg-leaf px-2"
    >
      <option value="">add ...</option>
      <option value={`${tag}:standing`}>standing record</option>
      <option value={`${tag}:default`}>factory default of its rating</option>
      {open?.ok &&
        open.value.map(({ id, title }) => (
          <option key={`draft ${id}`} value={`draft:${id}`}>
            draft “{title}”
          </option>
        ))}
      {Array.from({ length: newest }, (_, i) => newest - i).map((number) => (
        <option key={number} value={`${tag}:${number}`}>
          record {number}
        </option>
      ))}
    </select>
  );
}
