"use client";
import { useState, type FormEvent } from "react";
import type { StandInView } from "@/core/contract";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Field } from "@/ui/field";

/** Which firmware is put on, as its vendor's own means would: what is permanent in the drive stays, as far as the other firmware has it. */
export function Update({
  drive,
  onUpdate,
  onClose,
}: {
  drive: StandInView;
  onUpdate: (firmware: string) => void;
  onClose: () => void;
}) {
  const [firmware, setFirmware] = useState(drive.firmware);
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    onUpdate(firmware);
  };
  return (
    <Dialog open title={`Change the firmware of ${drive.tag}`} onClose={onClose}>
      <form onSubmit={submit} className="space-y-3">
        <p>
          It is a {drive.family} with firmware {drive.firmware}. Its vendor&apos;s own means put another one
          on; the drive starts anew.
        </p>
        <Field
          label="Firmware"
          value={firmware}
          onChange={(event) => setFirmware(event.target.value)}
          pattern="\d+\.\d+"
          title="Such as 4.6"
          required
        />
        <div className="flex justify-end gap-2">
          <Button rank="quiet" onClick={onClose}>
            Leave it
          </Button>
          <Button rank="primary" type="submit" disabled={firmware === drive.firmware}>
            Put it on
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
