"use client";
import { useRouter } from "next/navigation";
import { useState, type FormEvent } from "react";
import { linkText, type LinkSettings } from "@/core/link";
import type { ConnectionView } from "@/core/live";
import type { Trouble } from "@/core/drive";
import { ask } from "@/features/live/ask";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Notice } from "@/ui/notice";
import { ConnectedCard } from "./connected-card";
import { LiveWarning } from "./live-warning";

interface Place {
  tag: string;
  title: string;
  link: LinkSettings;
  linkName: string;
  unit: number | null;
}

/** The bench: connect to a drive, by its position or by its address, and see which drives are connected. */
export function BenchPage({ acknowledged, name, places, start }: { acknowledged: boolean; name: string; places: Place[]; start: { host: string; port: string; unit: string } }) {
  const router = useRouter();
  const { connections } = useLive();
  const [warned, setWarned] = useState(acknowledged);
  const [host, setHost] = useState(start.host);
  const [port, setPort] = useState(start.port);
  const [unit, setUnit] = useState(start.unit);
  const [busy, setBusy] = useState("");
  const [trouble, setTrouble] = useState<{ at: string; trouble: Trouble }>();
  const connect = async (address: { link: LinkSettings; unit: number }): Promise<void> => {
    const at = `${linkText(address.link)}, address ${address.unit}`;
    setBusy(at);
    setTrouble(undefined);
    const answer = await ask<ConnectionView>("POST", "/api/connections", address);
    setBusy("");
    if (answer.ok) router.push(`/bench/${answer.value.id}`);
    else setTrouble({ at, trouble: answer.trouble });
  };
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void connect({ link: { kind: "modbus-tcp", host: host.trim(), port: Number(port) }, unit: Number(unit) });
  };
  if (!warned) return <LiveWarning name={name} onAcknowledged={() => setWarned(true)} />;
  return (
    <div className="px-6 py-6 max-w-6xl w-full mx-auto grid lg:grid-cols-[22rem_1fr] gap-8">
      <div>
        <h1 className="text-xl font-semibold mb-3">Connect to a drive</h1>
        <form onSubmit={submit} className="bg-leaf border border-hairline rounded-page p-4 space-y-3">
          <Field label="Host: the network address of the drive or its gateway" value={host} onChange={(event) => setHost(event.target.value)} required placeholder="10.4.2.31" autoFocus={start.host === ""} />
          <div className="grid grid-cols-2 gap-3">
            <Field label="Port" value={port} onChange={(event) => setPort(event.target.value)} inputMode="numeric" pattern="\d{1,5}" required />
            <Field label="Drive's address" value={unit} onChange={(event) => setUnit(event.target.value)} inputMode="numeric" pattern="\d{1,3}" required />
          </div>
          <Button rank="primary" type="submit" disabled={busy !== ""} className="w-full">{busy ? "Connecting ..." : "Connect"}</Button>
        </form>
        {busy && <p role="status" className="mt-3 text-soft">Asking {busy} ...</p>}
        {trouble && <div className="mt-3"><Notice kind="caution" title={`${trouble.at}: ${trouble.trouble.text}`}>{trouble.trouble.remedy}</Notice></div>}
      </div>
      <div>
        {connections.size > 0 && (
          <section className="mb-6">
            <h2 className="text-lg font-semibold mb-2">Connected now</h2>
            <div className="space-y-3">{[...connections.values()].map((view) => <ConnectedCard key={view.id} view={view} />)}</div>
          </section>
        )}
        <h2 className="text-lg font-semibold mb-2">Positions, where their drive answered last</h2>
        <ul className="bg-leaf border border-hairline rounded-page divide-y divide-hairline">
          {places.map((place) => (
            <li key={place.tag} className="flex items-center gap-4 pl-4 pr-2 min-h-10 text-[15px]">
              <span className="font-mono w-16">{place.tag}</span><span className="flex-1">{place.title}</span>
              <span className="text-soft text-[13px] font-mono">{place.linkName} · {place.unit ?? 1}</span>
              <Button rank="quiet" disabled={busy !== ""} onClick={() => void connect({ link: place.link, unit: place.unit ?? 1 })} aria-label={`Connect ${place.tag}`}>Connect</Button>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
