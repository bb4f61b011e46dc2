"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { families } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { linkText } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { act, sendFile } from "@/features/live/ask";
import { useAskedFor, useSettled } from "@/features/live/query";
import { Sheet } from "@/features/sheet/sheet";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { ImportAboutForm } from "./import-about";
import { ImportColumns } from "./import-columns";
import { ImportIdentity } from "./import-identity";
import { ImportNotes } from "./import-notes";
import { ImportSigns } from "./import-signs";
import { ImportTalk } from "./import-talk";
import { KIND_WORDS, type Choices, type Upload, type Waiting } from "./import-types";

const PREVIEW_AFTER_MS = 350;

/** From a file to a definition: steps one under another, nothing kept before the last one. */
export function ImportPage({ waiting }: { waiting: Waiting | undefined }) {
  const router = useRouter();
  const { to } = usePlant();
  const [upload, setUpload] = useState<Upload>();
  const [choices, setChoices] = useState<Choices>({});
  const [refused, setRefused] = useState<Trouble>();
  const [busy, setBusy] = useState(false);
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setBusy(true);
    setRefused(undefined);
    const answer = await sendFile(families.openImport, { query: { name: file.name } }, file);
    setBusy(false);
    if (!answer.ok) {
      setUpload(undefined);
      return setRefused(answer.trouble);
    }
    setUpload(answer.value);
    setChoices(answer.value.guess);
  };
  const settled = useSettled(choices, PREVIEW_AFTER_MS);
  const { answer: previewed, current } = useAskedFor(
    families.previewImport,
    { params: { import: upload?.id ?? "" }, body: settled },
    { enabled: upload !== undefined, keepLast: true },
  );
  const preview = previewed?.ok ? previewed.value : undefined;
  const trouble = refused ?? (previewed?.ok === false ? previewed.trouble : undefined);
  // What is kept is what was seen, not what was typed since.
  const seen = current && settled === choices;
  const keep = async (): Promise<void> => {
    setBusy(true);
    const done = await act(families.keepImport, { params: { import: upload!.id }, body: choices });
    setBusy(false);
    if (!done) return;
    const kept = done.value;
    toast.success(
      kept.same
        ? `It is here already, as version ${kept.version}; nothing was added.`
        : `Kept as version ${kept.version}.`,
    );
    const way =
      waiting && `/bench?link=${encodeURIComponent(JSON.stringify(waiting.link))}&unit=${waiting.unit}`;
    router.push(to(way ?? `/families/${kept.id}`));
  };
  const { about, list, modbus } = choices;
  const state = upload ? "open" : "later";
  let step = 1;
  return (
    <div className="max-w-6xl w-full mx-auto">
      <div className="px-6 pt-5 pb-3">
        <h1 className="text-xl font-semibold">Import a definition</h1>
        <p className="text-soft">
          Of an electronic data sheet (EDS, DCF), a register list (CSV, spreadsheet), or a definition taken
          along before. Nothing is kept before the last step.
          {waiting && ` It is for the drive at ${linkText(waiting.link)}, address ${waiting.unit}.`}
        </p>
      </div>
      <Step
        number={step++}
        title="The file"
        state={upload ? "done" : "open"}
        found={upload && `${upload.name}: ${KIND_WORDS[upload.kind]}, ${upload.encoding}`}
      >
        <div
          className="flex items-center gap-4"
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            event.preventDefault();
            void choose(event.dataTransfer.files[0]);
          }}
        >
          <label className="inline-flex items-center min-h-9 pointer-coarse:min-h-11 px-3.5 rounded-page border border-hairline hover:border-copper font-medium text-[15px] cursor-pointer focus-within:outline focus-within:outline-2 focus-within:outline-copper">
            {upload ? "Choose another file" : "Choose a file"}
            <input
              type="file"
              accept=".eds,.dcf,.csv,.txt,.tsv,.xlsx,.xls,.ods,.json"
              className="sr-only"
              onChange={(event) => {
                void choose(event.target.files?.[0]);
                event.target.value = "";
              }}
            />
          </label>
          <span className="text-soft text-[15px]">
            {busy && !upload ? "Reading it ..." : "or drop it here"}
          </span>
        </div>
        {!upload && trouble && (
          <div className="mt-3">
            <Notice kind="caution" title={trouble.text}>
              {trouble.remedy}
            </Notice>
          </div>
        )}
      </Step>
      {upload && about && (
        <Step number={step++} title="Whose drive it is" state={state}>
          <ImportAboutForm about={about} onChange={(next) => setChoices({ ...choices, about: next })} />
        </Step>
      )}
      {upload?.kind === "list" && list && (
        <Step number={step++} title="Which column holds what" state={state}>
          <ImportColumns
            upload={upload}
            sheet={choices.sheet ?? 0}
            list={list}
            onChange={(next) => setChoices({ ...choices, list: next })}
            onSheet={(sheet) =>
              setChoices({
                ...choices,
                sheet,
                list: {
                  headRow: upload.sheets[sheet]!.headRow,
                  mapping: upload.sheets[sheet]!.mapping,
                  base: list.base,
                },
              })
            }
          />
        </Step>
      )}
      {upload && about && (
        <Step number={step++} title="How a drive tells who it is" state={state}>
          <ImportIdentity
            identity={about.identity}
            canopen={upload.kind === "eds"}
            modbus={modbus}
            waiting={waiting}
            onChange={(identity) => setChoices({ ...choices, about: { ...about, identity } })}
          />
        </Step>
      )}
      {upload && about && (
        <Step number={step++} title="What it tells of its state" state={state}>
          <ImportSigns
            about={about}
            canopen={upload.kind === "eds"}
            onChange={(next) => setChoices({ ...choices, about: next })}
          />
        </Step>
      )}
      {upload && modbus && (
        <Step number={step++} title="How it talks" state={state}>
          <ImportTalk modbus={modbus} onChange={(next) => setChoices({ ...choices, modbus: next })} />
        </Step>
      )}
      {upload && (
        <Step
          number={step++}
          title="What it becomes"
          state={state}
          found={preview && `${preview.title}, version ${preview.version}`}
        >
          {trouble && (
            <Notice kind="caution" title={<span className="whitespace-pre-line">{trouble.text}</span>}>
              {trouble.remedy}
            </Notice>
          )}
          {preview && (
            <div className="space-y-3">
              <ImportNotes
                notes={preview.notes}
                count={preview.noteCount}
                leftOut={preview.leftOut}
                taken={preview.taken}
              />
              {preview.before && (
                <p className="text-[15px]">
                  {preview.before.same
                    ? `Exactly this is here already, as version ${preview.before.version}.`
                    : `Version ${preview.before.version} is here${preview.before.shipped ? ", as shipped" : ""}. It stays with the records made under it; this one holds from now on.`}
                </p>
              )}
              <div className="h-96 max-md:h-[75dvh] border border-hairline rounded-page flex flex-col overflow-hidden bg-leaf">
                <Sheet data={preview.sheet} />
              </div>
              <div className="flex gap-3 pb-6">
                <Button
                  rank="primary"
                  disabled={busy || !seen || preview.before?.same}
                  onClick={() => void keep()}
                >
                  Keep this definition
                </Button>
                <Button rank="quiet" onClick={() => router.push(to("/families"))}>
                  Leave it
                </Button>
              </div>
            </div>
          )}
          {!preview && !trouble && <p className="text-soft">Looking through it ...</p>}
        </Step>
      )}
    </div>
  );
}
