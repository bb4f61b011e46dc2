"use client";
import { useState, type FormEvent } from "react";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";

/** Asks for a few words: a reason or a note. They stay for ever, so they are not taken empty. */
export function WriteDown({
  title,
  ask,
  verb,
  onSend,
  onClose,
}: {
  title: string;
  ask: string;
  verb: string;
  onSend: (text: string) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState("");
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    if (text.trim().length >= 3) onSend(text.trim());
  };
  return (
    <Dialog open title={title} onClose={onClose}>
      <form onSubmit={submit}>
        <label className="block">
          <span className="block text-sm text-soft mb-1">{ask}</span>
          <textarea
            autoFocus
            value={text}
            onChange={(event) => setText(event.target.value)}
            rows={3}
            maxLength={1000}
            className="w-full rounded-page border border-hairline bg-paper p-2"
          />
        </label>
        <div className="flex justify-end gap-2 mt-3">
          <Button rank="quiet" onClick={onClose}>
            Leave it
          </Button>
          <Button rank="primary" type="submit" disabled={text.trim().length < 3}>
            {verb}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
