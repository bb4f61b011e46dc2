"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { drafts } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

/** Begins a draft where no record is: from what stands on a type plate, or of a drive that lies in store. What is not known stays open. */
export function BeginFromPlate({
  tag,
  family,
  onClose,
}: {
  tag: string;
  /** The position's family, where it is known. */
  family: string;
  onClose: () => void;
}) {
  const router = useRouter();
  const { plant, to } = usePlant();
  const asked = useAsked(drafts.plateChoices, { params: { plant } });
  const [title, setTitle] = useState("");
  const [chosen, setChosen] = useState({ definition: family, rating: "", firmware: "", axes: 1, serial: "" });
  const change = (part: Partial<typeof chosen>): void => setChosen({ ...chosen, ...part });
  const choices = asked?.ok ? asked.value : undefined;
  const known = choices?.families.find((each) => each.id === chosen.definition);
  const stored = choices?.stored.filter((each) => family === "" || each.definition === family) ?? [];
  const begin = async (): Promise<void> => {
    const { firmware, serial, axes, ...plate } = chosen;
    const begun = await act(drafts.beginFromPlate, {
      params: { plant, tag },
      body: {
        title,
        plate: {
          ...plate,
          ...(firmware ? { firmware } : {}),
          ...(serial ? { serial } : {}),
          ...(known && known.axes > 1 ? { axes } : {}),
        },
      },
    });
    if (begun) router.push(to(`/drafts/${begun.value.id}`));
  };
  return (
    <Dialog open title={`A draft for ${tag} from a type plate`} onClose={onClose}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        <p>
          It begins with the factory default of that rating. What the plate does not tell stays open and is
          settled when the drive is connected.
        </p>
        {asked && !asked.ok && <p className="text-ochre">{asked.trouble.text}</p>}
        {stored.length > 0 && (
          <Select
            label="A drive in store"
            value=""
            onChange={({ target: { value } }) => {
              const one = stored.find((each) => each.serial === value);
              if (one) change({ ...one, axes: one.axes ?? 1 });
            }}
          >
            <option value="">none: from a plate</option>
            {stored.map((each) => (
              <option key={each.serial} value={each.serial}>
                {each.serial} {each.rating} {each.place}
              </option>
            ))}
          </Select>
        )}
        <Select
          label="Family"
          value={chosen.definition}
          required
          onChange={(event) => change({ definition: event.target.value, rating: "", firmware: "" })}
        >
          <option value="">choose</option>
          {choices?.families.map((each) => (
            <option key={each.id} value={each.id}>
              {each.title}
            </option>
          ))}
        </Select>
        <div className="grid grid-cols-2 gap-3">
          <Select
            label="Rating"
            value={chosen.rating}
            required
            onChange={(event) => change({ rating: event.target.value })}
          >
            <option value="">choose</option>
            {known?.ratings.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </Select>
          <Field
            label="Firmware"
            hint="Empty: not known yet"
            value={chosen.firmware}
            maxLength={40}
            onChange={(event) => change({ firmware: event.target.value })}
          />
          <Field
            label="Serial number"
            hint="Empty: not known yet"
            value={chosen.serial}
            maxLength={60}
            onChange={(event) => change({ serial: event.target.value })}
          />
          {known && known.axes > 1 && (
            <Field
              label="Axes fitted"
              type="number"
              min={1}
              max={known.axes}
              value={chosen.axes}
              onChange={(event) => change({ axes: Number(event.target.value) })}
            />
          )}
        </div>
        <Field
          label="What it is for"
          value={title}
          required
          minLength={2}
          maxLength={80}
          onChange={(event) => setTitle(event.target.value)}
        />
        <Button type="submit" rank="primary">
          Begin it
        </Button>
      </form>
    </Dialog>
  );
}
