"use client";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { positions, type PositionWordsView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { readLinkLine } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { Select } from "@/ui/select";

export interface FamilyChoice {
  id: string;
  title: string;
}

interface Props {
  /** What is changed, with the version that was seen; absent for a new position. */
  old?: { words: PositionWordsView; revision: number };
  /** What is known of a new one already. */
  start?: Partial<PositionWordsView>;
  areas: string[];
  families: FamilyChoice[];
  /** The links that are kept, each in one line; absent where the drive is in hand and its way is known. */
  links?: string[];
  onDone: (tag: string) => void;
  onClose: () => void;
}

const EMPTY: PositionWordsView = {
  tag: "",
  title: "",
  area: "",
  definitionId: "",
  machine: "",
  twinGroup: "",
  jobNumber: "",
  link: "",
  beforeWork: "",
  notes: "",
};

/** What people say of a position. Of two who change it at once the second is shown both versions. */
export function PositionForm({ old, start, areas, families, links, onDone, onClose }: Props) {
  const { plant } = usePlant();
  const [trouble, setTrouble] = useState<Trouble>();
  const [revision, setRevision] = useState(old?.revision ?? 0);
  const form = useForm<PositionWordsView & { criticality?: string }>({
    defaultValues: { ...EMPTY, ...old?.words, ...start },
  });
  const { isSubmitting, dirtyFields, errors } = form.formState;
  // The compiler's rule on watched forms: the value is read in this render only.
  // eslint-disable-next-line react-hooks/incompatible-library
  const area = form.watch("area");
  const tagTyped = dirtyFields.tag === true;
  useEffect(() => {
    if (old || tagTyped || area === "") return;
    let over = false;
    void ask(positions.proposeTag, { params: { plant, area } }).then((answer) => {
      if (!over && answer.ok && answer.value.tag !== "") form.setValue("tag", answer.value.tag);
    });
    return () => {
      over = true;
    };
  }, [area, old, plant, tagTyped, form]);
  const send = form.handleSubmit(async ({ criticality, ...rest }) => {
    const words = { ...rest, criticality: criticality || undefined } as PositionWordsView;
    const answer = old
      ? await ask(positions.changePosition, {
          params: { plant, tag: old.words.tag },
          body: { revision, words },
        })
      : await ask(positions.createPosition, { params: { plant }, body: words });
    if (answer.ok) onDone(words.tag);
    else setTrouble(answer.trouble);
  });
  const takeOver = async (): Promise<void> => {
    // The other version has been read: what is written here holds from now on.
    const answer = await ask(positions.showPosition, { params: { plant, tag: old!.words.tag } });
    if (!answer.ok) return setTrouble(answer.trouble);
    setRevision(answer.value.revision);
    setTrouble(undefined);
  };
  return (
    <form className="space-y-3" onSubmit={(event) => void send(event)}>
      <div className="grid sm:grid-cols-2 gap-3">
        <Field label="Area" list="areas-here" required autoFocus={!old} {...form.register("area")} />
        <datalist id="areas-here">
          {areas.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
        <Field label="Tag" required maxLength={24} autoComplete="off" {...form.register("tag")} />
      </div>
      <Field label="What it drives" required maxLength={120} {...form.register("title")} />
      <Field label="Machine" maxLength={120} {...form.register("machine")} />
      <div className="grid sm:grid-cols-2 gap-3">
        <Select label="Family" {...form.register("definitionId")}>
          <option value="">found out when it is recorded</option>
          {families.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </Select>
        <Select label="When it stands still, so does" {...form.register("criticality")}>
          <option value="">not told</option>
          <option value="plant">the plant</option>
          <option value="line">its line</option>
          <option value="machine">this machine alone</option>
        </Select>
        <Field label="Job number" maxLength={40} {...form.register("jobNumber")} />
        <Field
          label="Twins"
          hint="Positions of one name ought to be set alike."
          maxLength={60}
          {...form.register("twinGroup")}
        />
      </div>
      {links && (
        <div className="grid sm:grid-cols-[1fr_7rem] gap-3">
          <Field
            label="Link its drive is on"
            list="links-here"
            hint="Empty: found out when it is recorded. 10.4.2.31 alone is Modbus TCP."
            maxLength={320}
            autoComplete="off"
            error={errors.link?.message}
            {...form.register("link", { setValueAs: (typed: string) => typed.trim(), validate: faultOfLink })}
          />
          <datalist id="links-here">
            {links.map((each) => (
              <option key={each} value={each} />
            ))}
          </datalist>
          <Field
            label="Address"
            inputMode="numeric"
            autoComplete="off"
            error={errors.address?.message}
            {...form.register("address", {
              setValueAs: addressTyped,
              validate: (address, { link }) => faultOfAddress(address, link),
            })}
          />
        </div>
      )}
      <Field
        label="Before work begins"
        hint="Whom to tell, what to lock; shown wherever somebody restores here."
        maxLength={500}
        {...form.register("beforeWork")}
      />
      <label className="block">
        <span className="block text-sm text-soft mb-1">Notes</span>
        <textarea
          {...form.register("notes")}
          maxLength={4000}
          rows={3}
          className="w-full rounded-page border border-hairline bg-leaf px-3 py-2 focus:border-copper"
        />
      </label>
      {/* Beside what was pressed: the head of the form is out of sight there. */}
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
          {trouble.kind === "changed-meanwhile" && (
            <span className="block mt-1">
              <Button onClick={() => void takeOver()}>I have seen it; mine may be kept</Button>
            </span>
          )}
        </Notice>
      )}
      <div className="flex gap-3">
        <Button type="submit" rank="primary" disabled={isSubmitting || trouble?.kind === "changed-meanwhile"}>
          {old ? "Keep this" : "Make the position"}
        </Button>
        <Button rank="quiet" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

function faultOfLink(link: string): string | undefined {
  const read = link === "" ? undefined : readLinkLine(link);
  return read && "fault" in read ? read.fault : undefined;
}

function faultOfAddress(address: number | undefined, link: string): string | undefined {
  if (address === undefined)
    return link === "" ? undefined : "The address at which it answers there is missing.";
  if (link === "") return "Say on which link, or leave both empty.";
  return Number.isInteger(address) && address >= 0 && address <= 255 ? undefined : "A number from 0 to 255.";
}

/** What is typed as an address, as a number; undefined where nothing is. */
function addressTyped(typed: string | number | undefined): number | undefined {
  const text = String(typed ?? "").trim();
  return text === "" ? undefined : Number(text);
}
