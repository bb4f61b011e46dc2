"use client";
import { useState } from "react";
import { toast } from "sonner";
import { sheets } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useAsked } from "@/features/live/query";

export interface OwnList {
  /** Codes without axis and set, in the person's order. Undefined while it is not known, or nobody made one. */
  codes: readonly string[] | undefined;
  /** Whether it is known what stands on it; until then nothing can be put there. */
  known: boolean;
  /** Puts a code on the list, or takes it off. The first time the list begins as a copy of the essentials. */
  put: (code: string, on: boolean) => void;
  /** Moves a code up (-1) or down (1). */
  move: (code: string, by: number) => void;
}

/** The list that somebody made of a family's parameters. */
export function useOwnList(family: string, essentials: readonly string[]): OwnList {
  const { plant } = usePlant();
  const params = { plant, definition: family };
  const asked = useAsked(sheets.ownList, { params }, { enabled: plant !== "" });
  const [changed, setChanged] = useState<readonly string[]>();
  const known = asked?.ok === true;
  const kept = changed ?? (known ? asked.value.codes : undefined);
  const keep = (codes: readonly string[]): void => {
    const before = kept;
    setChanged(codes);
    void act(sheets.setOwnList, { params, body: { codes: [...codes] } }).then((done) => {
      if (!done) setChanged(before);
    });
  };
  return {
    codes: kept,
    known,
    put(code, on) {
      // What is not known must not be written over.
      if (!known) return;
      const codes = (kept ?? essentials).filter((each) => each !== code);
      keep(on ? [...codes, code] : codes);
      if (kept === undefined) toast.success("Your list began as a copy of the essentials.");
    },
    move(code, by) {
      if (!kept) return;
      const at = kept.indexOf(code);
      const to = at + by;
      if (at < 0 || to < 0 || to >= kept.length) return;
      keep(kept.with(at, kept[to]!).with(to, code));
    },
  };
}
