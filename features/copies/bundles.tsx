"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { addressOf, archive, type TakenBundle } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { counted } from "@/core/words";
import { sendFile } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";

const LINK = "underline underline-offset-4 decoration-hairline hover:decoration-copper";

/** The ledger as plain files in one bundle: taken along, handed over, taken in. */
export function Bundles({ plants }: { plants: Array<{ slug: string; name: string }> }) {
  const router = useRouter();
  const [busy, setBusy] = useState<string>();
  const [trouble, setTrouble] = useState<Trouble>();
  /** A bundle that was looked at, and whether it was taken in then. */
  const [shown, setShown] = useState<{ file: File; bundle: TakenBundle; kept: boolean }>();
  const send = async (file: File, kept: boolean): Promise<void> => {
    setBusy(`${file.name} is being ${kept ? "taken in" : "looked at"} ...`);
    setTrouble(undefined);
    setShown(undefined);
    const answer = await sendFile(kept ? archive.takeBundle : archive.lookAtBundle, {}, file);
    setBusy(undefined);
    if (!answer.ok) return setTrouble(answer.trouble);
    setShown({ file, bundle: answer.value, kept });
    if (kept) router.refresh();
  };
  return (
    <section aria-labelledby="bundles" className="space-y-3 pt-4">
      <h2 id="bundles" className="text-lg font-semibold">
        Plain files
      </h2>
      <p className="text-soft max-w-prose">
        A plant, or all of them, as plain files in one bundle: a folder for each position, a text for each
        record, which any program reads. Another ledger takes it in, also one that knows part of it already.
        Passwords, sign-ins and who may do what stay here.
      </p>
      <ul className="bg-leaf border border-hairline">
        {plants.map(({ slug, name }) => (
          <li key={slug} className="flex gap-3 border-t border-hairline first:border-t-0 px-4 py-2">
            <span className="flex-1">{name}</span>
            <a className={LINK} download href={addressOf(archive.plantBundle, { params: { plant: slug } })}>
              Hand over as a bundle
            </a>
          </li>
        ))}
        {plants.length > 1 && (
          <li className="flex gap-3 border-t border-hairline px-4 py-2">
            <span className="flex-1">All plants</span>
            <a className={LINK} download href={addressOf(archive.ledgerBundle, {})}>
              Take along as a bundle
            </a>
          </li>
        )}
      </ul>
      <label className="inline-flex items-center min-h-9 pointer-coarse:min-h-11 px-3.5 rounded-page border border-hairline bg-leaf hover:border-copper text-[15px] font-medium cursor-pointer focus-within:outline-2 focus-within:outline-copper">
        Take a bundle in
        <input
          type="file"
          accept=".zip"
          className="sr-only"
          disabled={busy !== undefined}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = "";
            if (file) void send(file, false);
          }}
        />
      </label>
      {busy && <p role="status">{busy}</p>}
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
      {shown && (
        <Notice
          kind="note"
          title={`${shown.bundle.plants.join(", ")}: ${summary(shown.bundle.added, shown.kept ? "were" : "are")}`}
        >
          {shown.bundle.contradictions.length === 0 ? (
            "Nothing in it contradicts what is here."
          ) : (
            <ul className="list-disc pl-5">
              {shown.bundle.contradictions.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          )}
          {!shown.kept && (
            <div className="flex flex-wrap items-center gap-3 mt-2">
              <Button rank="primary" onClick={() => void send(shown.file, true)}>
                Take it in
              </Button>
              <Button rank="quiet" onClick={() => setShown(undefined)}>
                Leave it
              </Button>
              <span className="text-soft">Nothing is kept yet.</span>
            </div>
          )}
        </Notice>
      )}
    </section>
  );
}

function summary({ positions, records, receipts, files }: TakenBundle["added"], be: "are" | "were"): string {
  if (positions + records + receipts + files === 0)
    return `all of it ${be === "are" ? "is here" : "was here already"}.`;
  return `${counted(positions, "position")}, ${counted(records, "record")}, ${counted(receipts, "receipt")} and ${counted(files, "file")} ${be} new.`;
}
