"use client";
import { useEffect, useState } from "react";
import { ask } from "@/features/live/ask";
import { Field } from "@/ui/field";

interface Port {
  path: string;
  name: string;
  serialNumber?: string;
  justAppeared: boolean;
}

const LOOK_MS = 2000;

/** The serial ports of the computer that Calm Ledger runs on, by the names a person recognises; the one that was just plugged in stands first. */
export function SerialPortList({ path, onChange }: { path: string; onChange: (path: string) => void }) {
  const [ports, setPorts] = useState<Port[]>();
  useEffect(() => {
    const look = (): void =>
      void ask<Port[]>("GET", "/api/serial-ports").then((answer) => {
        if (answer.ok) setPorts(answer.value);
      });
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  return (
    <div>
      <div
        role="radiogroup"
        aria-label="Serial port"
        className="border border-hairline rounded-page divide-y divide-hairline max-h-44 overflow-auto"
      >
        {ports?.map((port) => (
          <button
            key={port.path}
            type="button"
            role="radio"
            aria-checked={path === port.path}
            onClick={() => onChange(port.path)}
            className="w-full text-left px-3 py-1.5 min-h-9 aria-checked:bg-paper aria-checked:shadow-[inset_3px_0_0_var(--copper)]"
          >
            <span className="font-mono text-[14px]">{port.path}</span>
            {port.justAppeared && (
              <span className="ml-2 text-[13px] text-copper-deep font-semibold">just plugged in</span>
            )}
            <span className="block text-[13px] text-soft">
              {port.name}
              {port.serialNumber && `, ${port.serialNumber}`}
            </span>
          </button>
        ))}
        {ports?.length === 0 && (
          <p className="px-3 py-2 text-[14px] text-soft">
            This computer has no serial port now. Plug the adapter in: it appears here by itself.
          </p>
        )}
        {!ports && <p className="px-3 py-2 text-[14px] text-soft">Looking for ports ...</p>}
      </div>
      <div className="mt-2">
        <Field
          label="Or type its path"
          value={path}
          onChange={(event) => onChange(event.target.value)}
          placeholder="/dev/ttyUSB0 or COM3"
        />
      </div>
    </div>
  );
}
