"use client";
import { Paperclip } from "lucide-react";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { toast } from "sonner";
import { FILE_KIND_WORDS, FILE_KINDS, files as ways, type FileKind, type FileView } from "@/core/contract";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act, complain, sendFile } from "@/features/live/ask";
import { chosenFiles, droppedFiles, type PathedFile } from "@/features/live/dropped-files";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";
import { FileLine } from "./file-line";
import { Withdraw } from "./withdraw";

interface Props {
  files: FileView[];
  /** What a new file is added to. */
  owner: { tag?: string; record?: number; definition?: string; serial?: string };
  words: string;
}

/** The files that belong to something: dropped here or chosen, a whole folder too; looked at, taken along, withdrawn with a reason. */
export function Files({ files, owner, words }: Props) {
  const router = useRouter();
  const { plant } = usePlant();
  const may = useMay("annotate");
  const [chosen, setChosen] = useState<PathedFile[]>([]);
  const [kind, setKind] = useState<FileKind>("photo");
  const [note, setNote] = useState("");
  const [sent, setSent] = useState<number>();
  const [over, setOver] = useState(false);
  const [withdrawing, setWithdrawing] = useState<FileView>();
  /** Somebody left it while files were on their way: what is under way comes to its end, and no more goes. */
  const left = useRef(false);
  const leave = (): void => {
    left.current = true;
    setChosen([]);
  };
  const send = async (): Promise<void> => {
    let done = 0;
    left.current = false;
    for (const { file, path } of chosen) {
      if (left.current) break;
      setSent(done);
      const folder = path.split("/").slice(0, -1).join("/");
      const said = [note, folder && `from ${folder}`].filter(Boolean).join("; ").slice(0, 300);
      const query = { name: file.name, kind, ...owner, ...(said ? { note: said } : {}) };
      const answer = await sendFile(ways.addFile, { params: { plant }, query }, file);
      if (!answer.ok) {
        complain(answer.trouble);
        if (!left.current) setChosen(chosen.slice(done));
        break;
      }
      done += 1;
    }
    setSent(undefined);
    if (done > 0)
      toast.success(done === 1 ? `1 file is added to ${words}.` : `${done} files are added to ${words}.`);
    if (done === chosen.length) {
      setChosen([]);
      setNote("");
    }
    router.refresh();
  };
  const choose = (all: PathedFile[]): void => {
    setChosen(all);
    setKind(all[0]?.file.type.startsWith("image/") ? "photo" : "other");
  };
  return (
    <section
      aria-label="Files"
      className={classes(
        "px-5 py-2 border-b border-hairline",
        over && "outline-2 outline-copper -outline-offset-2",
      )}
      onDragOver={(event) => {
        if (!may) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        if (may) void droppedFiles(event.dataTransfer).then(choose);
      }}
    >
      <div className="flex items-center gap-2">
        <h2 className="flex-1 text-[14px] font-semibold">Files{files.length > 0 && ` ${files.length}`}</h2>
        {may && (
          <label className="inline-flex items-center gap-1 min-h-8 pointer-coarse:min-h-11 px-2 text-[14px] cursor-pointer hover:underline underline-offset-4 focus-within:outline-2 focus-within:outline-copper no-print">
            <Paperclip size={14} aria-hidden /> Add
            <input
              type="file"
              multiple
              className="sr-only"
              aria-label={`Add files to ${words}`}
              onChange={(event) => {
                choose(chosenFiles(event.target.files));
                event.target.value = "";
              }}
            />
          </label>
        )}
      </div>
      <ul className="space-y-1">
        {files.map((each) => (
          <FileLine
            key={each.id}
            file={each}
            onWithdraw={may && !each.withdrawn ? () => setWithdrawing(each) : undefined}
          />
        ))}
      </ul>
      <Dialog
        open={chosen.length > 0}
        title={`Add ${chosen.length === 1 ? chosen[0]!.file.name : `${chosen.length} files`} to ${words}`}
        onClose={leave}
      >
        <div className="space-y-4">
          <Select
            label="What it is"
            value={kind}
            onChange={(event) => setKind(event.target.value as FileKind)}
          >
            {FILE_KINDS.map((each) => (
              <option key={each} value={each}>
                {FILE_KIND_WORDS[each]}
              </option>
            ))}
          </Select>
          <Field
            label="A word about it"
            value={note}
            maxLength={300}
            onChange={(event) => setNote(event.target.value)}
          />
          {sent !== undefined && (
            <p role="status" className="text-soft">
              Sending {sent + 1} of {chosen.length} ...
            </p>
          )}
          <div className="flex gap-3">
            <Button rank="primary" disabled={sent !== undefined} onClick={() => void send()}>
              Add it
            </Button>
            <Button rank="quiet" onClick={leave}>
              {sent === undefined ? "Leave it" : "Send no more"}
            </Button>
          </div>
        </div>
      </Dialog>
      <Dialog
        open={withdrawing !== undefined}
        title={`Withdraw ${withdrawing?.name ?? ""}`}
        onClose={() => setWithdrawing(undefined)}
      >
        <Withdraw
          onDone={(why) =>
            void act(ways.withdrawFile, {
              params: { plant, attachment: withdrawing!.id },
              body: { why },
            }).then((done) => {
              if (!done) return;
              setWithdrawing(undefined);
              router.refresh();
            })
          }
        />
      </Dialog>
    </section>
  );
}
