"use client";
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { addressOf, ledger, positions, type PositionWindow } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useAsked } from "@/features/live/query";
import { useLive } from "@/features/live/store";
import { Button, ButtonLink } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { AreaList, RETIRED } from "./area-list";
import { ArrangedList } from "./arranged-list";
import { PaperHeading, type HeadingWords } from "./paper-heading";
import { PositionForm, type FamilyChoice } from "./position-form";
import { RetireForm } from "./retire-form";
import { TakeList } from "./take-list";

/** As many lines as a person arranges by hand; where there are more, the search narrows them. */
const MOST = 500;

type Open =
  | { kind: "new" }
  | { kind: "change"; tag: string }
  | { kind: "retire"; tag: string }
  | { kind: "list" }
  | { kind: "heading" };

/** The plant's list of positions, to be written: made, named, moved between areas, retired, taken in from a file. */
export function Arrange({
  first,
  families,
  links,
  heading,
}: {
  first: PositionWindow;
  families: FamilyChoice[];
  /** The links that are kept, each in one line. */
  links: string[];
  heading: HeadingWords;
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const { ledgers } = useLive();
  const [area, setArea] = useState(first.areas[0]?.name ?? "");
  const [chosen, setChosen] = useState<string[]>([]);
  const [open, setOpen] = useState<Open>();
  const [round, setRound] = useState(0);
  const [opened, setOpened] = useState(0);
  const changes = [...ledgers.values()].reduce((sum, each) => sum + each, round);
  const retired = area === RETIRED;
  const query = retired ? { retired: true, count: MOST } : { area, order: "tag" as const, count: MOST };
  const answer = useAsked(
    ledger.listPositions,
    { params: { plant }, query },
    { keepLast: true, version: changes },
  );
  const shown = answer?.ok ? answer.value : undefined;
  const areas = (shown ?? first).areas;
  const changed = useAsked(
    positions.showPosition,
    { params: { plant, tag: open?.kind === "change" ? open.tag : "" } },
    // Asked once, as the form is opened: what somebody types stays when somebody else changes the position.
    { enabled: open?.kind === "change", version: opened },
  );
  const done = (words: string): void => {
    toast.success(words);
    setOpen(undefined);
    setRound((before) => before + 1);
    router.refresh();
  };
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const move = async (tag: string, into: string): Promise<boolean> => {
    const now = await act(positions.showPosition, { params: { plant, tag } });
    if (!now || now.value.words.area === into) return false;
    const { words, revision } = now.value;
    const moved = await act(positions.changePosition, {
      params: { plant, tag },
      body: { revision, words: { ...words, area: into } },
    });
    return moved !== undefined;
  };
  const moveAll = async (tags: string[], into: string): Promise<void> => {
    const moved: string[] = [];
    for (const tag of tags) if (await move(tag, into)) moved.push(tag);
    setChosen(chosen.filter((tag) => !moved.includes(tag)));
    if (moved.length > 0)
      done(
        moved.length === 1
          ? `${moved[0]} stands in ${into} now.`
          : `${moved.length} positions stand in ${into} now.`,
      );
  };
  /** One that is chosen takes the others along. */
  const drop = ({ active, over }: DragEndEvent): void => {
    const tag = String(active.id);
    if (over) void moveAll(chosen.includes(tag) ? chosen : [tag], String(over.id));
  };
  const order = async (names: string[]): Promise<void> => {
    if (await act(positions.orderAreas, { params: { plant }, body: { names } }))
      setRound((before) => before + 1);
  };
  return (
    <div className="px-6 max-sm:px-4 py-5 w-full max-w-6xl mx-auto">
      <div className="flex flex-wrap items-center gap-2 mb-3">
        <h1 className="text-xl font-semibold flex-1 min-w-48">Positions</h1>
        <Button rank="primary" onClick={() => setOpen({ kind: "new" })}>
          Make a position
        </Button>
        <Button onClick={() => setOpen({ kind: "list" })}>Take in a list</Button>
        <a
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper text-[15px] px-1"
          download
          href={addressOf(positions.positionsFile, { params: { plant, format: "csv" } })}
        >
          CSV
        </a>
        <a
          className="underline underline-offset-4 decoration-hairline hover:decoration-copper text-[15px] px-1"
          download
          href={addressOf(positions.positionsFile, { params: { plant, format: "xlsx" } })}
        >
          spreadsheet
        </a>
        <ButtonLink href={to("/old-files")}>Bring in old files</ButtonLink>
        <ButtonLink href={to("/labels")}>Cabinet labels</ButtonLink>
        <Button onClick={() => setOpen({ kind: "heading" })}>Head of papers ...</Button>
      </div>
      {open?.kind === "heading" && <PaperHeading heading={heading} onClose={() => setOpen(undefined)} />}
      <DndContext sensors={sensors} onDragEnd={drop}>
        <div className="grid lg:grid-cols-[17rem_1fr] gap-4 items-start">
          <AreaList
            areas={areas}
            retired={(shown ?? first).retired}
            chosen={area}
            onChoose={(name) => {
              setArea(name);
              setChosen([]);
            }}
            onOrder={(names) => void order(names)}
          />
          <ArrangedList
            answer={answer}
            most={MOST}
            retired={retired}
            others={areas.flatMap(({ name }) => (name === area ? [] : [name]))}
            chosen={chosen}
            onChosen={setChosen}
            onMove={(into) => void moveAll(chosen, into)}
            onChange={(tag) => {
              setOpened((before) => before + 1);
              setOpen({ kind: "change", tag });
            }}
            onRetire={(tag) => setOpen({ kind: "retire", tag })}
            onBringBack={(tag) =>
              void act(positions.bringBack, { params: { plant, tag } }).then(
                (answered) => answered && done(`${tag} is back.`),
              )
            }
          />
        </div>
      </DndContext>
      <Dialog open={open?.kind === "new"} title="Make a position" onClose={() => setOpen(undefined)}>
        <PositionForm
          start={{ area: retired ? "" : area }}
          areas={areas.map((each) => each.name)}
          families={families}
          links={links}
          onDone={(tag) => done(`${tag} is made.`)}
          onClose={() => setOpen(undefined)}
        />
      </Dialog>
      <Dialog
        open={open?.kind === "change" && changed?.ok === true}
        title={`Change ${open?.kind === "change" ? open.tag : ""}`}
        onClose={() => setOpen(undefined)}
      >
        {changed?.ok && (
          <PositionForm
            old={changed.value}
            areas={areas.map((each) => each.name)}
            families={families}
            links={links}
            onDone={(tag) => done(`${tag} is kept.`)}
            onClose={() => setOpen(undefined)}
          />
        )}
      </Dialog>
      <Dialog
        open={open?.kind === "retire"}
        title={`Retire ${open?.kind === "retire" ? open.tag : ""}`}
        onClose={() => setOpen(undefined)}
      >
        {open?.kind === "retire" && (
          <Offered right="retire">
            <RetireForm
              tag={open.tag}
              onDone={() => done(`${open.tag} is retired.`)}
              onClose={() => setOpen(undefined)}
            />
          </Offered>
        )}
      </Dialog>
      <Dialog
        open={open?.kind === "list"}
        title="Take in a list of positions"
        onClose={() => setOpen(undefined)}
      >
        <TakeList
          onDone={(count) => done(count === 1 ? "1 position was taken." : `${count} positions were taken.`)}
        />
      </Dialog>
    </div>
  );
}
