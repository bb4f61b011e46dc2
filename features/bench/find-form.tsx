"use client";
import { useState, type FormEvent } from "react";
import { highestUnit, type Breadth, type LinkSettings } from "@/core/link";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

export interface FindRequest {
  from: number;
  to: number;
  breadth: Breadth;
  patient: boolean;
}

/** Which addresses, and on a serial port how widely. */
export function FindForm({
  link,
  onFind,
}: {
  link: LinkSettings | undefined;
  onFind: (request: FindRequest) => void;
}) {
  const highest = link ? highestUnit(link) : 247;
  const [from, setFrom] = useState("1");
  const [to, setTo] = useState("32");
  const [breadth, setBreadth] = useState<Breadth>("families");
  const [patient, setPatient] = useState(false);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    onFind({
      from: Number(from),
      to: Math.min(Number(to), highest),
      breadth: link?.kind === "modbus-serial" ? breadth : "these",
      patient,
    });
  };
  return (
    <form onSubmit={submit} className="space-y-2">
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="From address"
          value={from}
          onChange={(event) => setFrom(event.target.value)}
          inputMode="numeric"
          pattern="\d{1,3}"
          title="In decimal digits, such as 16"
          required
        />
        <Field
          label={`To address (at most ${highest})`}
          value={to}
          onChange={(event) => setTo(event.target.value)}
          inputMode="numeric"
          pattern="\d{1,3}"
          title="In decimal digits, such as 16"
          required
        />
      </div>
      {link?.kind === "modbus-serial" && (
        <Select
          label="At which speeds"
          value={breadth}
          onChange={(event) => setBreadth(event.target.value as Breadth)}
        >
          <option value="these">only as set above</option>
          <option value="families">as above, then as the families leave the factory</option>
          <option value="all">all speeds and parities: long</option>
        </Select>
      )}
      <label className="flex items-center gap-2 min-h-8 text-[15px]">
        <input
          type="checkbox"
          checked={patient}
          onChange={(event) => setPatient(event.target.checked)}
          className="w-4 h-4"
        />
        Wait long at each address
      </label>
      <Button type="submit" disabled={!link} className="w-full">
        Look for drives
      </Button>
    </form>
  );
}
