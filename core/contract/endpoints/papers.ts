import { PAPER_ROWS } from "@/core/paper";
import { list, object, oneOf, optional, text, whole } from "@/core/shape";
import { endpoint, name } from "../endpoint";

const id = whole({ min: 1, max: 2 ** 31 - 1 });
const rows = optional(oneOf(PAPER_ROWS));

/** A picture at the head of papers: as large as one prints it. */
export const LARGEST_LOGO = 300_000;
export const HEADING_LINES = 5;

export const recordPaper = endpoint({
  method: "GET",
  path: "/api/plants/:plant/positions/:tag/records/:record/paper",
  does: "A record as PDF, with the company's heading: every parameter, or what is not default.",
  right: "see",
  params: object({ plant: name, tag: name, record: id }),
  query: object({ rows }),
  sends: "file",
  troubles: ["busy"],
});

export const draftPaper = endpoint({
  method: "GET",
  path: "/api/plants/:plant/drafts/:draft/paper",
  does: "What a draft changes, with reasons, as PDF.",
  right: "see",
  params: object({ plant: name, draft: id }),
  sends: "file",
  troubles: ["busy"],
});

export const receiptPaper = endpoint({
  method: "GET",
  path: "/api/plants/:plant/receipts/:receipt/paper",
  does: "A receipt as PDF.",
  right: "see",
  params: object({ plant: name, receipt: id }),
  sends: "file",
  troubles: ["busy"],
});

export const comparePaper = endpoint({
  method: "GET",
  path: "/api/plants/:plant/compare/:format",
  does: "What stands side by side, as PDF, CSV or spreadsheet: by codes, or by what the values mean.",
  right: "see",
  params: object({ plant: name, format: oneOf(["pdf", "csv", "xlsx"]) }),
  /** Columns with a vertical line between: KL-01:7, KL-02:standing, KL-01:default, live:ID, draft:ID. */
  query: object({
    columns: text({ min: 1, max: 1000 }),
    by: optional(oneOf(["code", "meaning"])),
    rows,
  }),
  sends: "file",
  troubles: ["busy"],
});

export const setHeading = endpoint({
  method: "POST",
  path: "/api/plants/:plant/heading",
  does: "Says what stands at the head of the plant's papers: the company's name and address, a line each.",
  right: "arrange",
  params: object({ plant: name }),
  body: object({ lines: list(text({ max: 80 }), { max: HEADING_LINES }) }),
});

export const setLogo = endpoint({
  method: "POST",
  path: "/api/plants/:plant/heading/logo",
  does: "Takes the company's picture for the head of papers: a PNG or JPEG.",
  right: "arrange",
  params: object({ plant: name }),
  takes: { file: true, most: LARGEST_LOGO },
  troubles: ["bad-file", "too-large"],
});

export const dropLogo = endpoint({
  method: "POST",
  path: "/api/plants/:plant/heading/no-logo",
  does: "Takes the picture off the head of papers.",
  right: "arrange",
  params: object({ plant: name }),
});
