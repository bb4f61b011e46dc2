"use client";
import { bench, type SerialPortView } from "@/core/contract";
import type { Result } from "@/core/drive";
import { useAsked } from "@/features/live/query";
import { Choice } from "@/ui/choice";
import { Field } from "@/ui/field";

const LOOK_MS = 2000;

/** The serial ports of the computer that Calm Ledger runs on, by the names a person recognises; the one that was just plugged in stands first. */
export function SerialPortList({ path, onChange }: { path: string; onChange: (path: string) => void }) {
  const looked = useAsked(bench.listPorts, {}, { everyMs: LOOK_MS });
  const ports = looked?.ok ? looked.value : undefined;
  return (
    <div>
      <Choice
        label="Serial port"
        shape="list"
        className="max-h-44 overflow-auto"
        values={(ports ?? []).map((each) => each.path)}
        chosen={path}
        onChoose={onChange}
        below={!ports?.length && <p className="px-3 py-2 text-[14px] text-soft">{portWords(looked)}</p>}
      >
        {(each) => <Port port={ports!.find((port) => port.path === each)!} />}
      </Choice>
      <div className="mt-2">
        <Field
          label="Or type its path"
          value={path}
          onChange={(event) => onChange(event.target.value)}
          placeholder="/dev/ttyUSB0 or COM7"
        />
      </div>
    </div>
  );
}

function Port({ port }: { port: SerialPortView }) {
  return (
    <>
      <span className="font-mono text-[14px]">{port.path}</span>
      {port.justAppeared && (
        <span className="ml-2 text-[13px] text-copper-deep font-semibold">just plugged in</span>
      )}
      <span className="block text-[13px] text-soft font-normal">
        {port.name}
        {port.serialNumber && `, ${port.serialNumber}`}
      </span>
    </>
  );
}

function portWords(looked: Result<SerialPortView[]> | undefined): string {
  if (!looked) return "Looking for ports ...";
  if (!looked.ok) return `${looked.trouble.text} ${looked.trouble.remedy}`;
  return "This computer has no serial port now. Plug the adapter in: it appears here by itself.";
}
