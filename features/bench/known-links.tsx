"use client";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { bench } from "@/core/contract";
import { linkText, LINK_WORDS, type LinkSettings } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Empty } from "@/ui/notice";
import { moment } from "@/ui/when";
import type { KnownLink } from "./types";

interface Props {
  links: KnownLink[];
  /** Who is asked just now. */
  busy: { link: LinkSettings; unit: number } | undefined;
  onConnect: (link: LinkSettings, unit: number) => void;
  onTake: (link: LinkSettings, unit: number) => void;
}

/** Ways that worked and those that people noted, and who is on them: positions first, then drives that were only seen. */
export function KnownLinks({ links, busy, onConnect, onTake }: Props) {
  const [find, setFind] = useState("");
  if (links.length === 0)
    return (
      <Empty title="Ways that worked will stand here.">
        Connect to a drive, or look for the drives on a line: both are kept with their settings. So is what a
        position says of where its drive answers.
      </Empty>
    );
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = links
    .map((each) => ({
      ...each,
      drives: each.drives.filter((drive) => {
        const text = `${each.name} ${drive.tag ?? ""} ${drive.title ?? ""} ${drive.text ?? ""}`.toLowerCase();
        return words.every((word) => text.includes(word));
      }),
    }))
    .filter((each) => words.length === 0 || each.drives.length > 0);
  return (
    <section>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-2">
        <h2 className="text-lg font-semibold">
          Ways that worked{links.some((each) => !each.lastSuccess) && ", and ways that are noted"}
        </h2>
        <input
          value={find}
          onChange={(event) => setFind(event.target.value)}
          aria-label="Find among the ways that worked"
          placeholder="Position, drive or link"
          className="min-h-8 pointer-coarse:min-h-11 w-56 rounded-page border border-hairline bg-leaf px-3 text-[14px]"
        />
      </div>
      <div className="bg-leaf border border-hairline rounded-page divide-y divide-hairline">
        {shown.map((each) => (
          <KnownWay key={each.id} known={each} busy={busy} onConnect={onConnect} onTake={onTake} />
        ))}
        {shown.length === 0 && <p className="px-4 py-3 text-soft">Nothing here fits.</p>}
      </div>
    </section>
  );
}

function KnownWay({ known, busy, onConnect, onTake }: Omit<Props, "links"> & { known: KnownLink }) {
  const router = useRouter();
  const { plant } = usePlant();
  const [naming, setNaming] = useState<string>();
  const rename = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    await act(bench.renameLink, { params: { plant, link: known.id }, body: { name: naming! } });
    setNaming(undefined);
    router.refresh();
  };
  const forget = async (): Promise<void> => {
    await act(bench.forgetLink, { params: { plant, link: known.id } });
    router.refresh();
  };
  const worked = known.lastSuccess ? `worked ${moment(known.lastSuccess)}` : "nobody has answered there yet";
  const placed = known.drives.some((each) => each.tag);
  const quiet =
    "min-h-8 pointer-coarse:min-h-11 underline underline-offset-4 decoration-hairline hover:decoration-copper";
  return (
    <div>
      <div className="flex max-sm:flex-wrap items-center gap-x-3 px-4 max-sm:pt-1.5 min-h-9 bg-paper text-[13px] text-soft whitespace-nowrap">
        {naming === undefined ? (
          <h3 className="font-semibold text-[15px] text-ink max-sm:whitespace-normal">{known.name}</h3>
        ) : (
          <form onSubmit={(event) => void rename(event)}>
            <input
              autoFocus
              aria-label="Name of the link"
              value={naming}
              onChange={(event) => setNaming(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === "Escape") setNaming(undefined);
              }}
              className="w-64 min-h-8 rounded-page border border-copper bg-leaf px-2"
            />
          </form>
        )}
        <p className="flex-1 max-sm:basis-full min-w-0 flex flex-wrap gap-x-3 py-1">
          <span>{LINK_WORDS[known.link.kind]}</span>
          {linkText(known.link) !== known.name && (
            <span className="font-mono min-w-0 truncate" title={linkText(known.link)}>
              {linkText(known.link)}
            </span>
          )}
          <span>{worked}</span>
        </p>
        <button
          type="button"
          className={quiet}
          onClick={() => onTake(known.link, known.drives[0]?.unit ?? 1)}
        >
          Use settings
        </button>
        <button type="button" className={quiet} onClick={() => setNaming(known.name)}>
          Rename
        </button>
        {!placed && (
          <button type="button" className={quiet} onClick={() => void forget()}>
            Forget
          </button>
        )}
      </div>
      <ul className="divide-y divide-hairline border-t border-hairline">
        {known.drives.map((drive) => (
          <li
            key={`${drive.unit} ${drive.tag}`}
            className="flex items-center gap-3 pl-4 pr-2 min-h-10 text-[15px]"
          >
            <span className="font-mono text-[13px] text-soft w-8" title="Address">
              {drive.unit}
            </span>
            <span className="font-mono w-14">{drive.tag}</span>
            <span className="flex-1 min-w-0 sm:truncate max-sm:py-1">
              {drive.title ?? (
                <span className="text-soft">{drive.text ?? "somebody of no known family"}</span>
              )}
              {drive.untried && (
                <span className="sm:ml-3 max-sm:block text-soft text-[14px]">not tried yet</span>
              )}
            </span>
            <Button
              rank="quiet"
              disabled={busy !== undefined}
              onClick={() => onConnect(known.link, drive.unit)}
              aria-label={`Connect ${drive.tag ?? `address ${drive.unit} on ${known.name}`}`}
            >
              {busy?.link === known.link && busy.unit === drive.unit ? "Asking ..." : "Connect"}
            </Button>
          </li>
        ))}
        {known.drives.length === 0 && (
          <li className="px-4 py-2 text-soft text-[14px]">Nobody was found there yet.</li>
        )}
      </ul>
    </div>
  );
}
