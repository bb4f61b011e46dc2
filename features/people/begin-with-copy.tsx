"use client";
import { useState } from "react";
import { archive } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { sendFile } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { LEAF } from "./doorstep";

/** Of when the copy is, as ISO text, and how many rows it has. */
export interface TakenCopy {
  at: string;
  rows: number;
}

/** The other way to begin: with a copy of a ledger that is lost, or moves here. */
export function BeginWithCopy({ onTaken }: { onTaken: (taken: TakenCopy) => void }) {
  const [code, setCode] = useState("");
  const [file, setFile] = useState<File>();
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  const take = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const answer = await sendFile(archive.takeCopy, { query: { code } }, file!);
    setBusy(false);
    if (answer.ok) onTaken(answer.value);
    else setTrouble(answer.trouble);
  };
  return (
    <form
      aria-label="Take a copy in"
      className={LEAF}
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
    >
      <p>Or take in a copy of a ledger that was lost, or that moves here, with all its people and records.</p>
      <Field
        label="Code"
        autoComplete="off"
        required
        value={code}
        onChange={(event) => setCode(event.target.value)}
      />
      <Field
        label="Copy"
        hint="A file as Copies of the ledger makes it."
        type="file"
        accept=".zip"
        required
        onChange={(event) => setFile(event.target.files?.[0])}
      />
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
      <Button type="submit" disabled={busy || !file} className="w-full">
        {busy ? "It is being taken in ..." : "Take the copy in"}
      </Button>
    </form>
  );
}
