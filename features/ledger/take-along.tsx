"use client";
import { addressOf, oldFiles } from "@/core/contract";
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
    </p>
  );
}
