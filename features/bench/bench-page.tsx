"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Trouble } from "@/core/drive";
import { adviseTrouble, linkText, type LinkSettings } from "@/core/link";
import { Touchable, useMay } from "@/features/house/rights";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { AdviceList } from "./advice-list";
import { ConnectedCard } from "./connected-card";
import { ConnectionCard } from "./connection-card";
import { FindForm } from "./find-form";
import { KnownLinks } from "./known-links";
import { draftOf, EMPTY_DRAFT, settingsOf, speakers, type LinkDraft } from "./link-draft";
import { LinkForm } from "./link-form";
import { LiveWarning } from "./live-warning";
import { SearchResult } from "./search-result";
import type { FamilyView, KnownLink } from "./types";
import { UnknownDrive } from "./unknown-drive";
import { useAsking, type Asked } from "./use-asking";

interface Props {
  acknowledged: boolean;
  name: string;
  links: KnownLink[];
  families: FamilyView[];
  start: { link: LinkSettings; unit: number } | undefined;
}

/** The bench: a way to a drive, finding who is on it, and the drives one is connected to. */
export function BenchPage({ acknowledged, name, links, families, start }: Props) {
  const router = useRouter();
  const mayConnect = useMay("connect");
  const { connections, searches } = useLive();
  const [warned, setWarned] = useState(acknowledged);
  const [draft, setDraft] = useState<LinkDraft>(start ? draftOf(start.link, start.unit) : EMPTY_DRAFT);
  const [complaint, setComplaint] = useState("");
  const { busy, attempt, tested, outcome, ...asking } = useAsking();
  // What a search found is kept with its link: the list below shows it when the search has ended.
  const ended = [...searches.values()].filter((each) => each.phase !== "looking").length;
  useEffect(() => {
    if (ended > 0) router.refresh();
  }, [ended, router]);
  const form = useRef<HTMLFormElement>(null);
  const settings = settingsOf(draft);
  const link = settings.ok ? settings.link : undefined;
  const change = (next: LinkDraft): void => {
    setDraft(next);
    setComplaint("");
    asking.clear();
  };
  const connect = (to: LinkSettings, unit: number, as?: string): void => {
    setComplaint("");
    void asking.connect(to, unit, as);
  };
  const askThere = (ask: (link: LinkSettings, unit: number) => Promise<void>): void => {
    setComplaint(settings.ok ? "" : settings.missing);
    if (link) void ask(link, Number(draft.unit));
  };
  if (mayConnect && !warned) return <LiveWarning name={name} onAcknowledged={() => setWarned(true)} />;
  const speaking = speakers(families, draft);
  return (
    <Touchable right="connect">
      <div className="flex lg:flex-1 lg:min-h-0 max-lg:flex-col">
        <aside className="w-[23rem] max-lg:w-full shrink-0 lg:border-r border-hairline lg:overflow-y-auto px-5 py-4">
          <h1 className="text-xl font-semibold mb-3">Connect to a drive</h1>
          {links.length > 0 && (
            <p className="lg:hidden mb-3">
              <a
                href="#ways"
                className="inline-flex items-center min-h-11 underline underline-offset-4 decoration-hairline hover:decoration-copper"
              >
                Connections, and ways that worked
              </a>
            </p>
          )}
          <form
            ref={form}
            onSubmit={(event) => {
              event.preventDefault();
              askThere(asking.connect);
            }}
          >
            <LinkForm draft={draft} families={families} onChange={change} />
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
              <Button rank="primary" type="submit" disabled={busy !== undefined}>
                {busy ? "Asking ..." : "Connect"}
              </Button>
              <Button
                disabled={busy !== undefined}
                onClick={() => askThere(asking.test)}
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
              {busy.text}
            </p>
          )}
          {tested && (
            <p role="status" className="mt-2 text-[15px]">
              {tested}
            </p>
          )}
          <h2 className="mt-5 mb-2 pt-4 border-t border-hairline font-semibold">Nobody knows the address?</h2>
          <FindForm link={link} onFind={(request) => link && void asking.find(link, request)} />
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
        <div id="ways" className="flex-1 min-w-0 lg:overflow-y-auto px-6 max-lg:px-5 py-4">
          <div ref={outcome} className="scroll-mt-4" />
          {attempt?.trouble.kind === "unknown-drive" ? (
            <UnknownDrive
              text={attempt.trouble.text}
              link={attempt.link}
              unit={attempt.unit}
              families={speakers(families, draftOf(attempt.link, attempt.unit))}
              busy={busy !== undefined}
              onConnect={connect}
            />
          ) : (
            attempt && <Failed attempt={attempt} />
          )}
          {[...searches.values()].map((view) => (
            <SearchResult
              key={view.id}
              view={view}
              busy={busy !== undefined}
              onConnect={connect}
              onPatient={() =>
                void asking.find(view.link, { from: view.from, to: view.to, breadth: "these", patient: true })
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
            busy={busy}
            onConnect={connect}
            onTake={(to, unit) => {
              change(draftOf(to, unit));
              form.current?.scrollIntoView();
            }}
          />
        </div>
      </div>
    </Touchable>
  );
}

/** An attempt that failed: what was seen, what it means, and what to look at in which order. */
function Failed({ attempt: { link, unit, trouble } }: { attempt: Asked & { trouble: Trouble } }) {
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
