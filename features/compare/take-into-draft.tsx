"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { drafts, type ComparedWords } from "@/core/contract";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

/** Takes the values of the chosen rows from one record into a new draft that begins from another one. */
export function TakeIntoDraft({
  records,
  codes,
}: {
  /** The columns that are records of positions. */
  records: ComparedWords["records"];
  codes: readonly string[];
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(0);
  const [into, setInto] = useState(1);
  const [title, setTitle] = useState("");
  const [busy, setBusy] = useState(false);
  if (records.length < 2) return null;
  const [source, target] = [records[from], records[into]];
  const take = async (): Promise<void> => {
    if (!source || !target) return;
    setBusy(true);
    const begun = await act(drafts.beginDraft, {
      params: { plant, tag: target.tag },
      body: { record: target.record, title },
    });
    if (begun) {
      const params = { plant, draft: begun.value.id };
      const wish = {
        what: "values-of" as const,
        tag: source.tag,
        number: source.record,
        codes: [...codes],
      };
      const seen = await act(drafts.lookAtSeveral, { params, body: { wish } });
      // What is out of range here is said, and the draft stands there to be changed by hand.
      if (seen && seen.value.lines.length > 0)
        await act(drafts.changeSeveral, {
          params,
          body: { wish, seal: seen.value.seal, reason: `As in record ${source.record} of ${source.tag}.` },
        });
      if (seen?.value.lines.length === 0)
        toast.info("Nothing is taken: it holds the same already, or what cannot be changed in a draft.");
      router.push(to(`/drafts/${begun.value.id}`));
    }
    setBusy(false);
  };
  return (
    <Offered right="draft">
      <Button rank="quiet" className="!min-h-8 !text-[14px]" onClick={() => setOpen(true)}>
        Into a draft ...
      </Button>
      <Dialog
        open={open}
        title={`${counted(codes.length, "value")} into a draft`}
        onClose={() => setOpen(false)}
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void take();
          }}
        >
          <p>
            A new draft begins from one record and takes the values of the rows that are chosen from another.
            What cannot be changed in a draft is left out.
          </p>
          <Select label="Values from" value={from} onChange={(event) => setFrom(Number(event.target.value))}>
            {records.map((each, i) => (
              <option key={i} value={i}>
                {each.title}
              </option>
            ))}
          </Select>
          <Select
            label="Into a draft that begins from"
            value={into}
            onChange={(event) => setInto(Number(event.target.value))}
          >
            {records.map((each, i) => (
              <option key={i} value={i} disabled={i === from}>
                {each.title}
              </option>
            ))}
          </Select>
          <Field
            label="What it is for"
            value={title}
            required
            minLength={2}
            maxLength={80}
            onChange={(event) => setTitle(event.target.value)}
          />
          <Button type="submit" rank="primary" disabled={busy || from === into}>
            Begin it
          </Button>
        </form>
      </Dialog>
    </Offered>
  );
}
