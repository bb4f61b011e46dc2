"use client";
import { useForm } from "react-hook-form";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";

const MOST = 1000;
const LEAST = 3;
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
  const form = useForm({ defaultValues: { text: "" }, mode: "onChange" });
  const submit = form.handleSubmit((given) => onSend(given.text.trim()));
  return (
    <Dialog open title={title} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)}>
        <label className="block">
          <span className="block text-sm text-soft mb-1">{ask}</span>
          <textarea
            autoFocus
            {...form.register("text", {
              // Spaces around it are no words.
              validate: (given) => given.trim().length >= LEAST,
            })}
            rows={3}
            maxLength={MOST}
            className="w-full rounded-page border border-hairline bg-paper p-2"
          />
        </label>
        <div className="flex justify-end gap-2 mt-3">
          <Button rank="quiet" onClick={onClose}>
            Leave it
          </Button>
          <Button rank="primary" type="submit" disabled={!form.formState.isValid}>
            {verb}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
