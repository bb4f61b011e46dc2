"use client";
import { useEffect, useRef, useState } from "react";
import { linkText, type LinkSettings } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { Button, ButtonLink } from "@/ui/button";
import { Select } from "@/ui/select";
import type { FamilyView } from "./types";

/** A drive answers and no definition fits: bring one in, or read it with the nearest in the open. Never silently. */
export function UnknownDrive({
  text,
  link,
  unit,
  families,
  busy,
  onConnect,
}: {
  text: string;
  link: LinkSettings;
  unit: number;
  families: FamilyView[];
  busy: boolean;
  onConnect: (link: LinkSettings, unit: number, as: string) => void;
}) {
  const { to } = usePlant();
  const head = useRef<HTMLHeadingElement>(null);
  useEffect(() => head.current?.focus(), [text]);
  const [nearest, setNearest] = useState(families[0]?.id ?? "");
  return (
    <section
      aria-label="Unknown drive"
      className="mb-6 border border-hairline border-l-4 border-l-ochre bg-ochre-ground rounded-page px-4 py-3"
    >
      <h2 ref={head} tabIndex={-1} className="text-lg font-semibold">
        Somebody answers whom no definition fits
      </h2>
      <p className="text-[15px]">
        {linkText(link)}, address {unit}. {text}
      </p>
      <div className="mt-3 grid lg:grid-cols-2 gap-4">
        <div>
          <p className="text-[15px] mb-2">
            <strong>Bring its definition in</strong>, made of the maker&apos;s data sheet or register list.
            Then it can be recorded and restored.
          </p>
          <ButtonLink
            rank="primary"
            href={to(`/families/import?link=${encodeURIComponent(JSON.stringify(link))}&unit=${unit}`)}
          >
            Import a definition
          </ButtonLink>
        </div>
        <div>
          <p className="text-[15px] mb-2">
            <strong>Or read it with the nearest one</strong>, in the open: what is shown may be wrong; nothing
            is recorded or restored.
          </p>
          <div className="flex gap-2 items-end">
            <Select
              label="Nearest family"
              value={nearest}
              onChange={(event) => setNearest(event.target.value)}
              className="flex-1"
            >
              {families.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.title}
                </option>
              ))}
            </Select>
            <Button disabled={busy || nearest === ""} onClick={() => onConnect(link, unit, nearest)}>
              Read it so
            </Button>
          </div>
        </div>
      </div>
    </section>
  );
}
