"use client";
import { useState, type FormEvent } from "react";
import type { StandInView } from "@/core/live";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/** Which drive is put in: straight from the factory, with a rating, a firmware and a serial number. */
export function Swap({ drive, onSwap, onClose }: { drive: StandInView; onSwap: (make: { rating: string; firmware: string; serial: string }) => void; onClose: () => void }) {
  const [rating, setRating] = useState(drive.rating);
  const [firmware, setFirmware] = useState(drive.firmware);
  const [serial, setSerial] = useState(() => `FR26-${String(3000 + Math.floor(Math.random() * 6999))}`);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    onSwap({ rating, firmware, serial });
  };
  return (
    <Dialog open title={`Put another drive in at ${drive.tag}`} onClose={onClose}>
      <form onSubmit={submit} className="space-y-3">
        <label className="block"><span className="block text-sm text-soft mb-1">Rating</span>
          <select value={rating} onChange={(event) => setRating(event.target.value)} className="w-full min-h-9 rounded-page border border-hairline bg-leaf px-2">
            {drive.ratings.map((each) => <option key={each.id} value={each.id}>{each.name}</option>)}
          </select></label>
        <Field label="Firmware" value={firmware} onChange={(event) => setFirmware(event.target.value)} pattern="\d+\.\d+" required />
        <Field label="Serial number" value={serial} onChange={(event) => setSerial(event.target.value)} maxLength={12} required />
        <p className="text-soft text-[14px]">It comes straight from the factory: every parameter at its default, address 1.</p>
        <div className="flex justify-end gap-2"><Button rank="quiet" onClick={onClose}>Leave it</Button><Button rank="primary" type="submit">Put it in</Button></div>
      </form>
    </Dialog>
  );
}
