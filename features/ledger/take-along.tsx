"use client";
import { addressOf, oldFiles, papers } from "@/core/contract";
import { PaperLinks } from "@/features/house/paper-links";
import { usePlant } from "@/features/house/use-plant";
import type { RecordView } from "./types";

const FORMATS = [
  ["json", "JSON"],
  ["csv", "CSV"],
  ["xlsx", "spreadsheet"],
] as const;

/** A record as a file, from which the very same record comes back. */
export function TakeAlong({ tag, record }: { tag: string; record: RecordView }) {
  const { plant } = usePlant();
  const paper = (rows: "all" | "not-default"): string =>
    addressOf(papers.recordPaper, { params: { plant, tag, record: record.number }, query: { rows } });
  const formats = [...FORMATS, ...(record.objects ? [["dcf", "DCF"] as const] : [])];
  return (
    <p className="text-[14px] text-soft mr-2">
      As{" "}
      {formats.map(([format, word], i) => (
        <span key={format}>
          {i > 0 && (i === formats.length - 1 ? " or " : ", ")}
          <a
            className="underline underline-offset-4 decoration-hairline hover:decoration-copper hover:text-ink"
            download
            href={addressOf(oldFiles.recordFile, { params: { plant, tag, record: record.number, format } })}
          >
            {word}
          </a>
        </span>
      ))}
      . <PaperLinks href={paper("all")} subject={`${tag}, record ${record.number}`} />, or{" "}
      <a
        className="underline underline-offset-4 decoration-hairline hover:decoration-copper hover:text-ink"
        download
        href={paper("not-default")}
      >
        PDF of what is not default
      </a>
    </p>
  );
}
