import { object, oneOf, optional, text, whole, yesNo } from "@/core/shape";
import { endpoint, name } from "../endpoint";

/** What an added file is, as a person says. */
export const FILE_KINDS = ["program", "backup", "photo", "drawing", "manual", "other"] as const;
export type FileKind = (typeof FILE_KINDS)[number];

export const FILE_KIND_WORDS: Record<FileKind, string> = {
  program: "program of the drive",
  backup: "the vendor's own backup",
  photo: "photo",
  drawing: "drawing",
  manual: "manual",
  other: "other",
};

/** An added file as pages show it. */
export interface FileView {
  id: number;
  name: string;
  kind: FileKind;
  note: string;
  type: string;
  size: number;
  at: number;
  byName: string;
  /** What it belongs to, in a word or two: "record 7", "the drive". */
  of: string;
  /** Its name ends as if it were something else. */
  lies: boolean;
  withdrawn: { byName: string; why: string } | undefined;
}

export const LARGEST_FILE = 256 * 1024 * 1024;

const attachment = object({ plant: name, attachment: whole({ min: 1, max: 2 ** 31 - 1 }) });

export const addFile = endpoint({
  method: "POST",
  path: "/api/plants/:plant/attachments",
  does: "Adds a file to a position, a record, a drive or a family; its bytes are the body.",
  right: "annotate",
  params: object({ plant: name }),
  query: object({
    name: text({ min: 1, max: 255 }),
    kind: optional(oneOf(FILE_KINDS)),
    note: optional(text({ max: 300 })),
    /** Of a position, with a record's number of one of its records. */
    tag: optional(name),
    record: optional(whole({ min: 1 })),
    /** Of a family; with a serial number, of a drive. */
    definition: optional(name),
    serial: optional(name),
  }),
  takes: { file: true, most: LARGEST_FILE },
  answer: object({ id: whole(), known: yesNo }),
  troubles: ["too-large", "bad-file"],
});

export const fileContent = endpoint({
  method: "GET",
  path: "/api/plants/:plant/attachments/:attachment/content",
  does: "The bytes of an added file; with `show` pictures and PDF are meant to be looked at, not kept.",
  right: "see",
  params: attachment,
  query: object({ show: optional(yesNo) }),
  sends: "file",
});

export const withdrawFile = endpoint({
  method: "POST",
  path: "/api/plants/:plant/attachments/:attachment/withdraw",
  does: "Says that an added file is not to be used any more, and why; it stays.",
  right: "annotate",
  params: attachment,
  body: object({ why: text({ min: 3, max: 300, pattern: /\S.*\S/s, called: "at least a few words" }) }),
});
