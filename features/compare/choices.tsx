"use client";
import { useState } from "react";
import type { PositionLine } from "@/core/contract";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Toggle } from "@/ui/toggle";
import { usePhone } from "@/ui/use-phone";
import { CompareFiles } from "./compare-files";
import { ConnectedChoice } from "./connected-choice";
import { ChooseFile } from "./drop-file";
import { PositionChoice } from "./position-choice";
import { WhatOfIt } from "./what-of-it";

/** As many twins as one comparison holds. */
const MOST = 8;

interface Props {
  tokens: string[];
  twins: Array<{ name: string; tags: string[] }>;
  byMeaning: boolean;
  onAdd: (token: string) => void;
  onShow: (tokens: string[]) => void;
  onBy: (by: "meaning" | "code") => void;
}

/** What can stand beside, and what can be done with all of it. In one hand it is put away while there is something to read. */
export function Choices({ tokens, twins, byMeaning, onAdd, onShow, onBy }: Props) {
  const { connections } = useLive();
  const [chosen, setChosen] = useState<PositionLine>();
  const [open, setOpen] = useState(false);
  const phone = usePhone();
  const several = tokens.length > 1;
  if (phone && several && !open)
    return (
      <Button rank="quiet" aria-expanded={false} onClick={() => setOpen(true)}>
        Add, leave out or print ...
      </Button>
    );
  return (
    <div className="flex flex-wrap items-center gap-2 text-[14px]">
      {/* Another object each time: whoever chooses the same position again goes on all the same. */}
      <PositionChoice chosen={chosen} onChoose={(line) => setChosen({ ...line })} />
      <WhatOfIt key={chosen?.tag} of={chosen} onChoose={onAdd} />
      <ConnectedChoice connections={connections.values()} tokens={tokens} onChoose={onAdd} />
      {twins.map((each) => (
        <Button
          key={each.name}
          rank="quiet"
          onClick={() => onShow(each.tags.slice(0, MOST).map((one) => `${one}:standing`))}
        >
          Twins: {each.name}
        </Button>
      ))}
      <ChooseFile onToken={onAdd} />
      {tokens.length > 0 && (
        <Toggle
          on={byMeaning}
          title="Common quantities with units converted, whatever the family"
          onToggle={(on) => onBy(on ? "meaning" : "code")}
        >
          By what it means
        </Toggle>
      )}
      {several && <CompareFiles tokens={tokens} by={byMeaning ? "meaning" : "code"} />}
      {tokens.length > 0 && (
        <Button rank="quiet" onClick={() => onShow([])}>
          Clear
        </Button>
      )}
    </div>
  );
}
