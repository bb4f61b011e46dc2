import { Worker } from "node:worker_threads";
import yauzl from "yauzl";
import type { LineNote } from "@/core/format";

/** One sheet of a workbook. */
export interface WorkbookSheet {
  name: string;
  rows: Array<{ line: number; cells: string[] }>;
  notes: LineNote[];
}

export type Opened = { ok: true; sheets: WorkbookSheet[] } | { ok: false; reason: string; remedy: string };

/** The part that says that an archive is a spreadsheet: Office Open XML, OpenDocument. */
const WORKBOOKS = ["xl/workbook.xml", "content.xml"];
const LARGEST_UNPACKED = 120 * 1024 * 1024;
const MOST_PARTS = 2000;
const MEMORY_MB = 700;
const LONGEST_MS = 30_000;

/** Reads a spreadsheet. Its declared sizes are looked at before anything is unpacked, and it is unpacked in a thread with a memory of its own. */
export async function readWorkbook(bytes: Uint8Array): Promise<Opened> {
  const refused = await lookInside(Buffer.from(bytes));
  if (refused) return { ok: false, ...refused };
  return unpack(bytes);
}

/** Why the archive must not be unpacked; undefined when it may. */
function lookInside(bytes: Buffer): Promise<{ reason: string; remedy: string } | undefined> {
  const damaged = {
    reason: "This is no spreadsheet that can be opened, or it is damaged.",
    remedy: "Open it in the program it was made with and save it again as .xlsx, or as CSV.",
  };
  return new Promise((resolve) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (error, archive) => {
      if (error || !archive) return resolve(damaged);
      let total = 0;
      let parts = 0;
      let isWorkbook = false;
      archive.on("error", () => resolve(damaged));
      archive.on("end", () =>
        resolve(
          isWorkbook
            ? undefined
            : {
                reason: "This archive holds no spreadsheet.",
                remedy: "Choose an .xlsx or .ods file, a CSV file, a data sheet or a definition.",
              },
        ),
      );
      archive.on("entry", (entry: { uncompressedSize: number; fileName: string }) => {
        total += entry.uncompressedSize;
        parts += 1;
        isWorkbook ||= WORKBOOKS.includes(entry.fileName);
        if (total > LARGEST_UNPACKED || parts > MOST_PARTS) {
          archive.close();
          return resolve({
            reason: `Unpacked, this file would take ${Math.round(total / 1024 / 1024)} MB or more. No parameter list does.`,
            remedy:
              "Do not open files from people you do not know. Otherwise save the one sheet you need as CSV.",
          });
        }
        archive.readEntry();
      });
      archive.readEntry();
    });
  });
}

function unpack(bytes: Uint8Array): Promise<Opened> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL("./workbook-worker.mjs", import.meta.url), {
      workerData: { bytes },
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    const end = (opened: Opened): void => {
      clearTimeout(timer);
      resolve(opened);
      void worker.terminate();
    };
    const timer = setTimeout(
      () =>
        end({
          ok: false,
          reason: `The spreadsheet was not read within ${LONGEST_MS / 1000} s.`,
          remedy: "Save the one sheet you need as CSV, and choose that.",
        }),
      LONGEST_MS,
    );
    worker.on("error", (error: Error & { code?: string }) =>
      end(
        error.code === "ERR_WORKER_OUT_OF_MEMORY"
          ? {
              ok: false,
              reason: "The spreadsheet needs more memory than it may have.",
              remedy: "Save the one sheet you need as CSV, and choose that.",
            }
          : {
              ok: false,
              reason: `The spreadsheet could not be read (${error.message}).`,
              remedy: "Save it again as .xlsx or as CSV.",
            },
      ),
    );
    worker.on(
      "message",
      (
        sheets: Array<{
          name: string;
          rows: WorkbookSheet["rows"];
          formulas: Array<{ line: number; column: number; formula: string }>;
          cut: boolean;
        }>,
      ) =>
        end({
          ok: true,
          sheets: sheets.map(({ name, rows, formulas, cut }) => ({
            name,
            rows,
            notes: [
              ...formulas.map(({ line, column, formula }): LineNote => ({
                line,
                verdict: "note",
                what: `Column ${column}: =${formula}`,
                reason: "This is a formula.",
                remedy: "Its last result, as it was saved, is taken.",
              })),
              ...(cut
                ? [
                    {
                      line: 0,
                      verdict: "left-out" as const,
                      what: name,
                      reason: "The sheet has more rows than any parameter list.",
                      remedy: "Further rows are passed over.",
                    },
                  ]
                : []),
            ],
          })),
        }),
    );
  });
}
