"use client";
import { useRef, useState, type ReactNode } from "react";
import { oldFiles, type ComparedWords } from "@/core/contract";
import { LARGEST_TEXT } from "@/core/format";
import { counted } from "@/core/words";
import { usePlant } from "@/features/house/use-plant";
import { complain, sendFile } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Notice } from "@/ui/notice";

interface Props {
  /** What names the file's column from now on. */
  onToken: (token: string) => void;
}

/** Sends a file to be read; its values stand beside the others and are kept nowhere. */
function useBeside(onToken: Props["onToken"]): {
  busy: boolean;
  send: (file: File | undefined) => Promise<void>;
} {
  const { plant } = usePlant();
  const [busy, setBusy] = useState(false);
  return {
    busy,
    async send(file) {
      if (!file) return;
      if (file.size > LARGEST_TEXT)
        return complain({
          kind: "too-large",
          text: `${file.name} is far larger than any list of a drive's values.`,
          remedy: "Keep it with its position as a file.",
        });
      setBusy(true);
      const way = { params: { plant }, query: { name: file.name.slice(-200) } };
      const answer = await sendFile(oldFiles.putBeside, way, file);
      setBusy(false);
      if (answer.ok) onToken(answer.value.token);
      else complain(answer.trouble);
    },
  };
}

/** A page onto which a file with a drive's values can be dropped. */
export function DropFile({
  className,
  onToken,
  children,
}: Props & { className: string; children: ReactNode }) {
  const [over, setOver] = useState(false);
  const { send } = useBeside(onToken);
  return (
    <div
      className={classes(className, over && "outline-2 outline-copper -outline-offset-4")}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void send(event.dataTransfer.files[0]);
      }}
    >
      {children}
    </div>
  );
}

/** The same by choosing: without a mouse, and on a phone. */
export function ChooseFile({ onToken }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const { busy, send } = useBeside(onToken);
  return (
    <>
      <input
        ref={input}
        type="file"
        className="hidden"
        aria-label="File to compare"
        onChange={({ target }) => {
          void send(target.files?.[0]);
          target.value = "";
        }}
      />
      <Button
        rank="quiet"
        disabled={busy}
        title="A list of values as CSV, spreadsheet, JSON or DCF; it can also be dropped on this page"
        onClick={() => input.current?.click()}
      >
        {busy ? "The file is read ..." : "Add a file"}
      </Button>
    </>
  );
}

/** What a file's column is, and every line that did not fit. */
export function FileNotes({ files }: { files: ComparedWords["files"] }) {
  return files.map(({ name, of, taken, notes }) => (
    <div key={name} className="px-5 pt-3">
      <Notice
        kind={notes.length > 0 ? "caution" : "note"}
        title={`${name} is a file, in no ledger: ${taken} of its ${counted(of, "value")} stand here.`}
      >
        {notes.length > 0 && (
          <details>
            <summary className="cursor-pointer min-h-8">
              {counted(notes.length, "remark")} on its lines
            </summary>
            <ul>
              {notes.map((each, i) => (
                <li key={i}>
                  {each.line > 0 ? `line ${each.line}, ` : ""}
                  <span className="font-mono">{each.what}</span> {each.reason}{" "}
                  <span className="text-soft">{each.remedy}</span>
                </li>
              ))}
            </ul>
          </details>
        )}
      </Notice>
    </div>
  ));
}
