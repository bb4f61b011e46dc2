"use client";
import { useState, type FormEvent } from "react";
import type { StandInView } from "@/core/contract";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

export interface SwapFamily {
  id: string;
  title: string;
  protocol: "modbus" | "canopen";
  firmware: string;
  ratings: Array<{ id: string; name: string }>;
}

interface Props {
  drive: StandInView;
  /** Families a stand-in can be built of: all that are known, imported ones too. */
  families: SwapFamily[];
  onSwap: (
    make: { rating: string; firmware: string; serial: string },
    definitionId: string | undefined,
  ) => void;
  onClose: () => void;
}

/** Which drive is put in: straight from the factory, with a family, a rating, a firmware and a serial number. */
export function Swap({ drive, families, onSwap, onClose }: Props) {
  const speaking = families.filter((each) => (each.protocol === "canopen") === (drive.kind === "canopen"));
  const [family, setFamily] = useState(drive.definitionId);
  const [rating, setRating] = useState(drive.rating);
  const [firmware, setFirmware] = useState(drive.firmware);
  const [serial, setSerial] = useState(() => `FR26-${String(3000 + Math.floor(Math.random() * 6999))}`);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    onSwap({ rating, firmware, serial }, family === drive.definitionId ? undefined : family);
  };
  const chosen = speaking.find((each) => each.id === family);
  const ratings = chosen?.ratings ?? drive.ratings;
  const choose = (id: string): void => {
    const next = speaking.find((each) => each.id === id);
    setFamily(id);
    if (next) {
      setRating(next.ratings[0]!.id);
      setFirmware(next.firmware);
    }
  };
  return (
    <Dialog open title={`Put another drive in at ${drive.tag}`} onClose={onClose}>
      <form onSubmit={submit} className="space-y-3">
        <Select label="Family" value={family} onChange={(event) => choose(event.target.value)}>
          {!chosen && <option value={drive.definitionId}>{drive.family}</option>}
          {speaking.map((each) => (
            <option key={each.id} value={each.id}>
              {each.title}
            </option>
          ))}
        </Select>
        <Select label="Rating" value={rating} onChange={(event) => setRating(event.target.value)}>
          {ratings.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </Select>
        <Field
          label="Firmware"
          value={firmware}
          onChange={(event) => setFirmware(event.target.value)}
          pattern="\d+\.\d+"
          title="Such as 4.6"
          required
        />
        <Field
          label="Serial number"
          value={serial}
          onChange={(event) => setSerial(event.target.value)}
          maxLength={12}
          required
        />
        <p className="text-soft text-[14px]">
          It comes straight from the factory: every parameter at its default, address 1.
        </p>
        <div className="flex justify-end gap-2">
          <Button rank="quiet" onClick={onClose}>
            Leave it
          </Button>
          <Button rank="primary" type="submit">
            Put it in
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
