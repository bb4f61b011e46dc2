"use client";
import { addressOf, papers } from "@/core/contract";
import { PaperLinks } from "@/features/house/paper-links";
import { usePlant } from "@/features/house/use-plant";

const LINK = "underline underline-offset-4 decoration-hairline hover:decoration-copper hover:text-ink";

/** What stands side by side as files: what differs on paper, everything for a spreadsheet. */
export function CompareFiles({ tokens, by }: { tokens: readonly string[]; by: "code" | "meaning" }) {
  const { plant } = usePlant();
  const file = (format: "pdf" | "csv" | "xlsx", rows: "all" | "differences"): string =>
    addressOf(papers.comparePaper, {
      params: { plant, format },
      query: { columns: tokens.join("|"), by, rows },
    });
  return (
    <span className="text-soft">
      Differences as{" "}
      <PaperLinks href={file("pdf", "differences")} subject={`Compared: ${tokens.join(", ")}`} />, all as{" "}
      <a className={LINK} download href={file("csv", "all")}>
        CSV
      </a>
      ,{" "}
      <a className={LINK} download href={file("xlsx", "all")}>
        spreadsheet
      </a>{" "}
      or{" "}
      <a className={LINK} download href={file("pdf", "all")}>
        PDF
      </a>
    </span>
  );
}
