"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { bench, restore, type ConnectionView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { identificationText, type LookedAtFile, type ProgramFacts } from "@/core/program";
import { OPERATION_WORDS, type ProgramOperation } from "@/core/restore";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { InIt } from "@/features/restore/of-program";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";

export interface KeptView {
  attachment: number;
  name: string;
  note: string;
  byName: string;
  at: number;
  looked: LookedAtFile;
}

export interface ProgramView {
  about: string;
  /** As read last; undefined before anything was read. */
  facts: ProgramFacts | undefined;
  /** Files of the position that are called its program. */
  kept: KeptView[];
  readsBack: boolean;
  /** Whether the definition says how it is reached over the link. */
  reachable: boolean;
}

type Asked = { attachment?: number; reason?: string };

/** The drive's own program: present, enabled and running apart, the files that are kept of it, and what can be done with it. Each is an operation of its own, looked through first. */
export function Program({ view, program }: { view: ConnectionView; program: ProgramView }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [reasoning, setReasoning] = useState(false);
  const [reason, setReason] = useState("");
  if (!view.position || view.phase !== "connected" || view.fit === "nearest") return null;
  const { facts, kept } = program;
  const begin = async (operation: ProgramOperation, asked?: Asked): Promise<void> => {
    const begun = await act(restore.startOperation, {
      params: { plant },
      body: { connection: view.id, operation, program: asked },
    });
    if (begun) router.push(to(`/restore/${begun.value.id}`));
  };
  const keep = async (): Promise<void> => {
    if (await act(bench.keepProgram, { params: { plant, connection: view.id } })) router.refresh();
  };
  const inIt = facts?.identification;
  const same = (each: KeptView): boolean =>
    inIt !== undefined && each.looked.ok && each.looked.identification === inIt;
  const proved = kept.some(same);
  return (
    <section
      aria-label="Its own program"
      className="border border-hairline rounded-page px-4 py-2 text-[15px]"
    >
      <div className="flex flex-wrap gap-x-4 gap-y-1.5 items-center">
        <p className="flex-1 min-w-72">
          <strong>Its own program:</strong> {facts ? <InIt now={facts} /> : "not read yet"}.{" "}
          {facts?.present && <Kept proved={proved} told={inIt !== undefined} />}
        </p>
        {program.reachable && (
          <Offered right="restore">
            <div className="flex flex-wrap gap-2">
              {facts?.running === false && facts.present !== false && (
                <Button onClick={() => void begin("program-start")}>
                  {OPERATION_WORDS["program-start"].title} ...
                </Button>
              )}
              {facts?.running !== false && (
                <Button onClick={() => void begin("program-stop")}>
                  {OPERATION_WORDS["program-stop"].title} ...
                </Button>
              )}
              {facts?.present !== false && (
                <Button onClick={() => (proved ? void begin("program-take-off") : setReasoning(true))}>
                  {OPERATION_WORDS["program-take-off"].title} ...
                </Button>
              )}
              {facts?.present && !proved && program.readsBack && (
                <Button onClick={() => void keep()}>Read it back and keep it</Button>
              )}
            </div>
          </Offered>
        )}
      </div>
      <details className="mt-1" open={facts?.present === false && kept.length > 0}>
        <summary className="py-1 cursor-pointer text-soft">
          {kept.length === 0 ? "No file of it is kept with the position" : `Kept files: ${kept.length}`}
        </summary>
        <p className="text-soft">{program.about}</p>
        <ul className="divide-y divide-hairline">
          {kept.map((each) => (
            <li key={each.attachment} className="flex flex-wrap gap-x-4 gap-y-1 items-center py-1.5">
              <span className="flex-1 min-w-64">
                <span className="font-mono">{each.name}</span>, {day(each.at)}, {each.byName}
                {each.note && <span className="text-soft">; {each.note}</span>}
                <span className="block">
                  {each.looked.ok ? (
                    <>
                      <span className="font-mono">{identificationText(each.looked.identification)}</span>
                      {same(each) && ": the same as in the drive"}
                    </>
                  ) : (
                    <span className="text-ochre">{each.looked.found}</span>
                  )}
                </span>
              </span>
              {program.reachable && each.looked.ok && !same(each) && (
                <Offered right="restore">
                  <Button onClick={() => void begin("program-put-on", { attachment: each.attachment })}>
                    Put it on ...
                  </Button>
                </Offered>
              )}
            </li>
          ))}
        </ul>
        <p className="py-1.5">
          <Link className="underline underline-offset-4" href={to(positionPath(view.position.tag))}>
            Add a file at {view.position.tag}
          </Link>
          , as “program of the drive”, with its owner and version.
        </p>
      </details>
      <Dialog open={reasoning} onClose={() => setReasoning(false)} title="No file of this program is kept">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            setReasoning(false);
            void begin("program-take-off", { reason });
          }}
          className="space-y-3"
        >
          <p>Taken off it is gone. Keep its file first, or say why none is needed.</p>
          <Field
            label="Why no file of it is kept"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
          <Button rank="primary" type="submit" disabled={reason.trim().length < 3}>
            Go on to the check
          </Button>
        </form>
      </Dialog>
    </section>
  );
}

function Kept({ proved, told }: { proved: boolean; told: boolean }) {
  if (proved) return <>A kept file is the same.</>;
  return (
    <span className="text-ochre">
      {told
        ? "No kept file is the same."
        : "Which one it is, is not told: no kept file can be proved to be it."}
    </span>
  );
}
