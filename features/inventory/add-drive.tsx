"use client";
import { useState } from "react";
import { toast } from "sonner";
import { drives } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

export interface FamilyRatings {
  id: string;
  title: string;
  ratings: Array<{ id: string; name: string }>;
}

/** A drive that lies in store, by what its type plate says. */
export function AddDrive({ families, onDone }: { families: FamilyRatings[]; onDone: () => void }) {
  const { plant } = usePlant();
  const [family, setFamily] = useState(families[0]?.id ?? "");
  const [rating, setRating] = useState("");
  const [serial, setSerial] = useState("");
  const [firmware, setFirmware] = useState("");
  const [place, setPlace] = useState("");
  const send = async (): Promise<void> => {
    const body = { definition: family, serial: serial.trim(), rating: rating || undefined, firmware, place };
    if (!(await act(drives.addDrive, { params: { plant }, body }))) return;
    toast.success(`${serial} is in store.`);
    onDone();
  };
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Select
        label="Family"
        value={family}
        onChange={(event) => {
          setFamily(event.target.value);
          setRating("");
        }}
      >
        {families.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </Select>
      <Select label="Rating" value={rating} onChange={(event) => setRating(event.target.value)}>
        <option value="">not told</option>
        {families
          .find((each) => each.id === family)
          ?.ratings.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </Select>
      <Field
        label="Serial number"
        value={serial}
        required
        autoComplete="off"
        onChange={(event) => setSerial(event.target.value)}
      />
      <Field
        label="Firmware, where the plate says it"
        value={firmware}
        maxLength={20}
        onChange={(event) => setFirmware(event.target.value)}
      />
      <Field
        label="Where it lies"
        value={place}
        maxLength={120}
        onChange={(event) => setPlace(event.target.value)}
      />
      <Button type="submit" rank="primary">
        Add it
      </Button>
    </form>
  );
}
