"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { drafts } from "@/core/contract";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { BeginFromPlate } from "./begin-from-plate";

/** Begins a draft from the record that is shown. */
export function BeginDraft({ tag, record }: { tag: string; record: number }) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState("");
  const begin = async (): Promise<void> => {
    const begun = await act(drafts.beginDraft, { params: { plant, tag }, body: { record, title } });
    if (begun) router.push(to(`/drafts/${begun.value.id}`));
  };
  return (
    <Offered right="draft">
      <Button letter="d" onClick={() => setOpen(true)}>
        Begin a draft
      </Button>
      <Dialog open={open} title={`A draft from record ${record}`} onClose={() => setOpen(false)}>
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            void begin();
          }}
        >
          <p>A working copy, written to no drive. It becomes a record when somebody enters it.</p>
          <Field
            label="What it is for"
            value={title}
            required
            minLength={2}
            maxLength={80}
            autoFocus
            onChange={(event) => setTitle(event.target.value)}
          />
          <Button type="submit" rank="primary">
            Begin it
          </Button>
        </form>
      </Dialog>
    </Offered>
  );
}

/** Begins a draft at a position that has no record yet. */
export function BeginWithoutRecord({ tag, family }: { tag: string; family: string }) {
  const [open, setOpen] = useState(false);
  return (
    <Offered right="draft">
      <Button letter="d" onClick={() => setOpen(true)}>
        Begin a draft from a type plate
      </Button>
      {open && <BeginFromPlate tag={tag} family={family} onClose={() => setOpen(false)} />}
    </Offered>
  );
}

/** The drafts of a position that are open. */
export function OpenDrafts({
  drafts: open,
}: {
  drafts: Array<{ id: number; title: string; byName: string; at: number }>;
}) {
  const { to } = usePlant();
  if (open.length === 0) return null;
  return (
    <section aria-label="Drafts" className="border-b border-hairline">
      {open.map((each) => (
        <Link
          key={each.id}
          href={to(`/drafts/${each.id}`)}
          className="block px-5 py-2 text-[15px] hover:bg-paper"
        >
          <span className="text-graphite underline decoration-dashed underline-offset-4">{each.title}</span>
          <span className="block text-soft text-[13px]">
            draft, {each.byName}, {moment(each.at)}
          </span>
        </Link>
      ))}
    </section>
  );
}
