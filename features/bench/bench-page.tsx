"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { bench } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { adviseTrouble, linkText, type LinkSettings } from "@/core/link";
import { Touchable, useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { AdviceList } from "./advice-list";
import { ConnectedCard } from "./connected-card";
import { ConnectionCard } from "./connection-card";
import { FindForm, type FindRequest } from "./find-form";
import { KnownLinks } from "./known-links";
import { draftOf, EMPTY_DRAFT, settingsOf, speakers, type LinkDraft } from "./link-draft";
import { LinkForm } from "./link-form";
import { LiveWarning } from "./live-warning";
import { SearchResult } from "./search-result";
import type { FamilyView, KnownLink } from "./types";
import { UnknownDrive } from "./unknown-drive";

interface Props {
  acknowledged: boolean;
  name: string;
  links: KnownLink[];
  families: FamilyView[];
  start: { link: LinkSettings; unit: number } | undefined;
}

interface Attempt {
  link: LinkSettings;
  unit: number;
  trouble: Trouble;
}

/** The bench: a way to a drive, finding who is on it, and the drives one is connected to. */
export function BenchPage({ acknowledged, name, links, families, start }: Props) {
  const router = useRouter();
  const mayConnect = useMay("connect");
  const { plant, to } = usePlant();
  const { connections, searches } = useLive();
  const [warned, setWarned] = useState(acknowledged);
  const [draft, setDraft] = useState<LinkDraft>(start ? draftOf(start.link, start.unit) : EMPTY_DRAFT);
  const [busy, setBusy] = useState("");
  const [attempt, setAttempt] = useState<Attempt>();
  const [tested, setTested] = useState("");
  const [complaint, setComplaint] = useState("");
  // What a search found is kept with its link: the list below shows it when the search has ended.
  const ended = [...searches.values()].filter((each) => each.phase !== "looking").length;
  useEffect(() => {
    if (ended > 0) router.refresh();
  }, [ended, router]);
  const settings = settingsOf(draft);
  const link = settings.ok ? settings.link : undefined;
  const clear = (): void => {
    setAttempt(undefined);
    setTested("");
    setComplaint("");
  };
  const connect = async (way: LinkSettings, unit: number, as?: string): Promise<void> => {
    clear();
    setBusy(`Asking ${linkText(way)}, address ${unit} ...`);
    const answer = await ask(bench.connect, { params: { plant }, body: { link: way, unit, as } });
    setBusy("");
    if (answer.ok) router.push(to(`/bench/${answer.value.id}`));
    else setAttempt({ link: way, unit, trouble: answer.trouble });
  };
  const test = async (): Promise<void> => {
    if (!link) return setComplaint(settings.ok ? "" : settings.missing);
    clear();
    setBusy(`Trying ${linkText(link)} ...`);
    const answer = await ask(bench.testLink, {
      params: { plant },
      body: { link, unit: Number(draft.unit) },
    });
    setBusy("");
    if (!answer.ok) return setAttempt({ link, unit: Number(draft.unit), trouble: answer.trouble });
    if (answer.value.answered)
      return setTested(`Somebody answers at address ${draft.unit}, within ${answer.value.ms} ms.`);
    const [advice] = answer.value.advice;
    setTested(
      advice ? `${advice.title} ${advice.means} First: ${advice.checks[0]}` : "Nobody answers there.",
    );
  };
  const find = async (where: LinkSettings, request: FindRequest): Promise<void> => {
    clear();
    const answer = await ask(bench.startSearch, { params: { plant }, body: { link: where, ...request } });
    if (!answer.ok) setAttempt({ link: where, unit: request.from, trouble: answer.trouble });
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (link) void connect(link, Number(draft.unit));
    else setComplaint(settings.ok ? "" : settings.missing);
  };
  if (mayConnect && !warned) return <LiveWarning name={name} onAcknowledged={() => setWarned(true)} />;
  const speaking = speakers(families, draft);
  return (
    <Touchable right="connect">
      <div className="flex flex-1 min-h-0 max-lg:flex-col">
        <aside className="w-[23rem] max-lg:w-full shrink-0 border-r border-hairline overflow-y-auto px-5 py-4">
          <h1 className="text-xl font-semibold mb-3">Connect to a drive</h1>
          <form onSubmit={submit}>
            <LinkForm
              draft={draft}
              families={families}
              onChange={(next) => {
                setDraft(next);
                clear();
              }}
            />
            <div className="mt-3 grid grid-cols-[6.5rem_1fr_auto] gap-2 items-end">
              <Field
                label="Drive's address"
                value={draft.unit}
                onChange={(event) => setDraft({ ...draft, unit: event.target.value })}
                inputMode="numeric"
                pattern="\d{1,3}"
                title="In decimal digits, such as 16"
                required
              />
              <Button rank="primary" type="submit" disabled={busy !== ""}>
                {busy ? "Asking ..." : "Connect"}
              </Button>
              <Button
                disabled={busy !== ""}
                onClick={() => void test()}
                title="Is somebody there? Nothing is connected."
              >
                Test
              </Button>
            </div>
          </form>
          {complaint && (
            <p role="alert" className="mt-2 text-[15px] text-ochre">
              {complaint}
            </p>
          )}
          {busy && (
            <p role="status" className="mt-2 text-soft text-[15px]">
              {busy}
            </p>
          )}
          {tested && (
            <p role="status" className="mt-2 text-[15px]">
              {tested}
            </p>
          )}
          <h2 className="mt-5 mb-2 pt-4 border-t border-hairline font-semibold">Nobody knows the address?</h2>
          <FindForm link={link} onFind={(request) => link && void find(link, request)} />
          {speaking.length > 0 && (
            <div className="mt-5 pt-4 border-t border-hairline space-y-1">
              <h2 className="font-semibold">Cable, switches, keypad</h2>
              {speaking.map(
                (each) =>
                  each.card && (
                    <details key={each.id}>
                      <summary className="cursor-pointer min-h-8 text-[15px]">{each.title}</summary>
                      <div className="pb-3">
                        <ConnectionCard card={each.card} withoutMains={each.withoutMains} />
                      </div>
                    </details>
                  ),
              )}
            </div>
          )}
        </aside>
        <div className="flex-1 min-w-0 overflow-y-auto px-6 py-4">
          {attempt?.trouble.kind === "unknown-drive" ? (
            <UnknownDrive
              text={attempt.trouble.text}
              link={attempt.link}
              unit={attempt.unit}
              families={speakers(families, draftOf(attempt.link, attempt.unit))}
              busy={busy !== ""}
              onConnect={(to, unit, as) => void connect(to, unit, as)}
            />
          ) : (
            attempt && <Failed attempt={attempt} />
          )}
          {[...searches.values()].map((view) => (
            <SearchResult
              key={view.id}
              view={view}
              busy={busy !== ""}
              onConnect={(to, unit, as) => void connect(to, unit, as)}
              onPatient={() =>
                void find(view.link, { from: view.from, to: view.to, breadth: "these", patient: true })
              }
            />
          ))}
          {connections.size > 0 && (
            <section className="mb-6">
              <h2 className="text-lg font-semibold mb-2">Connections</h2>
              <div className="space-y-3">
                {[...connections.values()].map((view) => (
                  <ConnectedCard key={view.id} view={view} />
                ))}
              </div>
            </section>
          )}
          <KnownLinks
            links={links}
            busy={busy !== ""}
            onConnect={(to, unit) => void connect(to, unit)}
            onTake={(to, unit) => {
              setDraft(draftOf(to, unit));
              clear();
            }}
          />
        </div>
      </div>
    </Touchable>
  );
}

/** An attempt that failed: what was seen, what it means, and what to look at in which order. */
function Failed({ attempt: { link, unit, trouble } }: { attempt: Attempt }) {
  const advice = adviseTrouble(link.kind, unit, trouble);
  const head = useRef<HTMLHeadingElement>(null);
  // One may have asked from far down the list: the answer comes to where one looks.
  useEffect(() => head.current?.focus(), [trouble]);
  return (
    <section aria-label="Not connected" className="mb-6">
      <h2 ref={head} tabIndex={-1} className="text-lg font-semibold mb-1">
        Not connected: {linkText(link)}, address {unit}
      </h2>
      {advice.length > 0 ? (
        <AdviceList advice={advice} />
      ) : (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
    </section>
  );
}
