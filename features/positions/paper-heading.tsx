"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { HEADING_LINES, LARGEST_LOGO, papers } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act, sendFile } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Notice } from "@/ui/notice";

export interface HeadingWords {
  lines: string[];
  /** A picture as a data address. */
  logo?: string;
}

/** The head of the plant's papers: the company's name and address, and its picture. */
export function PaperHeading({ heading, onClose }: { heading: HeadingWords; onClose: () => void }) {
  const { plant } = usePlant();
  const router = useRouter();
  const [text, setText] = useState(heading.lines.join("\n"));
  const [trouble, setTrouble] = useState<{ text: string; remedy: string }>();
  const params = { plant };
  const lines = text.split("\n").map((each) => each.trim());
  const tooMany = lines.filter(Boolean).length > HEADING_LINES;
  const keep = async (): Promise<void> => {
    if (!(await act(papers.setHeading, { params, body: { lines: lines.filter(Boolean) } }))) return;
    toast.success("The head of papers is kept.");
    router.refresh();
    onClose();
  };
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const answer = await sendFile(papers.setLogo, { params }, file);
    setTrouble(answer.ok ? undefined : answer.trouble);
    if (answer.ok) router.refresh();
  };
  const drop = async (): Promise<void> => {
    if (await act(papers.dropLogo, { params })) router.refresh();
  };
  return (
    <Dialog open title="Head of papers" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <label className="block">
          <span className="block text-[14px] text-soft">
            Name and address, at most {HEADING_LINES} lines; the first one is set bold
          </span>
          <textarea
            value={text}
            rows={HEADING_LINES}
            maxLength={400}
            onChange={(event) => setText(event.target.value)}
            className="w-full rounded-page border border-hairline bg-leaf px-3 py-2"
          />
        </label>
        <div className="flex flex-wrap items-center gap-3">
          {heading.logo && (
            // A data address of the company's own picture: nothing to be fetched or made smaller.
            // eslint-disable-next-line @next/next/no-img-element
            <img src={heading.logo} alt="The company's picture" className="max-h-12 max-w-40" />
          )}
          <label className="text-[14px]">
            <span className="block text-soft">Picture, PNG or JPEG of at most {LARGEST_LOGO / 1000} kB</span>
            <input
              type="file"
              accept="image/png,image/jpeg"
              onChange={(event) => void choose(event.target.files?.[0])}
            />
          </label>
          {heading.logo && (
            <Button rank="quiet" onClick={() => void drop()}>
              Take the picture off
            </Button>
          )}
        </div>
        {trouble && (
          <Notice kind="caution" title={trouble.text}>
            {trouble.remedy}
          </Notice>
        )}
        {tooMany && (
          <Notice kind="caution" title={`More than ${HEADING_LINES} lines.`}>
            Take some together: the head leaves the paper to the values.
          </Notice>
        )}
        <Button rank="primary" type="submit" disabled={tooMany}>
          Keep it
        </Button>
      </form>
    </Dialog>
  );
}
