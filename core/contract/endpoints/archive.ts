import { list, object, text, whole, type Of } from "@/core/shape";
import { endpoint, name } from "../endpoint";

export const makeCopy = endpoint({
  method: "POST",
  path: "/api/copies",
  does: "Makes a copy of the whole ledger in one file, while it is in use, and looks it through.",
  right: "plants",
  answer: object({ name: text(), at: whole(), size: whole() }),
  troubles: ["busy"],
});

/** Of a bundle, and of a copy. */
export const LARGEST_BUNDLE = 8 * 1024 * 1024 * 1024;

export const takeCopy = endpoint({
  method: "POST",
  path: "/api/begin/copy",
  does: "Takes a copy of a whole ledger into an empty one, with the code that the program printed. All of it or nothing.",
  right: "see",
  open: true,
  query: object({ code: text({ min: 1, max: 20 }) }),
  takes: { file: true, most: LARGEST_BUNDLE },
  /** When the copy was made (ISO 8601), and what it holds. */
  answer: object({ at: text(), tables: whole(), rows: whole() }),
  troubles: ["bad-file", "too-large", "busy", "not-now"],
});

export const copyFile = endpoint({
  method: "GET",
  path: "/api/copies/:copy",
  does: "A copy of the whole ledger as a file.",
  right: "plants",
  params: object({ copy: name }),
  sends: "file",
});

export const ledgerBundle = endpoint({
  method: "GET",
  path: "/api/bundle",
  does: "Every plant as plain files in one zip file: folders by position, a text for each record.",
  right: "plants",
  sends: "file",
});

export const plantBundle = endpoint({
  method: "GET",
  path: "/api/plants/:plant/bundle",
  does: "A plant as plain files in one zip file, to be handed over as a whole.",
  right: "plants",
  params: object({ plant: name }),
  sends: "file",
});

const taken = object({
  plants: list(text()),
  added: object({
    positions: whole(),
    records: whole(),
    receipts: whole(),
    files: whole(),
    lines: whole(),
  }),
  contradictions: list(text()),
});
export type TakenBundle = Of<typeof taken>;

export const lookAtBundle = endpoint({
  method: "POST",
  path: "/api/bundles/look",
  does: "What taking a bundle in would come to; nothing is kept.",
  right: "plants",
  takes: { file: true, most: LARGEST_BUNDLE },
  answer: taken,
  troubles: ["bad-file", "too-large", "busy"],
});

export const takeBundle = endpoint({
  method: "POST",
  path: "/api/bundles",
  does: "Takes a bundle in: what is new is added once, what is known stays, what contradicts is said. All of it or nothing.",
  right: "plants",
  takes: { file: true, most: LARGEST_BUNDLE },
  answer: taken,
  troubles: ["bad-file", "too-large", "busy"],
});
