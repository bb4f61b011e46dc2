"use client";
import { useEffect, useState } from "react";
import type { Trouble } from "@/core/drive";
import type { StandInView } from "@/core/live";
import { act, ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { Swap } from "./swap";

const LOOK_MS = 1500;

/** What a person would do with their own hands at the cabinet, done here to stand-in drives. In the demo only, and marked so. */
export function Cabinet({ first, trouble }: { first: StandInView[]; trouble: Trouble | undefined }) {
  const [drives, setDrives] = useState(first);
  const [swapping, setSwapping] = useState<StandInView>();
  useEffect(() => {
    const timer = setInterval(() => void ask<StandInView[]>("GET", "/api/cabinet").then((answer) => { if (answer.ok) setDrives(answer.value); }), LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  const at = (drive: StandInView) => async (name: string, more: object = {}): Promise<void> => {
    const next = await act<StandInView[]>("POST", "/api/cabinet", { line: drive.line, tag: drive.tag, act: name, ...more });
    if (next) setDrives(next);
  };
  return (
    <div className="px-6 py-6 max-w-6xl w-full mx-auto">
      <div className="border-2 border-dashed border-ochre rounded-page p-4 mb-4 bg-ochre-ground">
        <h1 className="text-xl font-semibold">The cabinet, as a stand-in</h1>
        <p>These are no real drives. They stand in for them in the demo, and this page stands in for your hands: switch off, press a key, pull a cable, put another drive in.</p>
      </div>
      {trouble && <Notice kind="caution" title={trouble.text}>{trouble.remedy}</Notice>}
      <table className="w-full table-fixed bg-leaf border border-hairline text-[14px]">
        <thead><tr className="text-left text-soft text-[13px]"><th className="font-normal pl-3 py-1 w-20">Position</th><th className="font-normal w-52">Drive standing there</th><th className="font-normal w-24">Port, address</th><th className="font-normal">Now</th><th className="font-normal w-[33rem]">Do</th></tr></thead>
        <tbody>
          {drives.map((drive) => {
            const press = at(drive);
            return (
              <tr key={`${drive.line}/${drive.tag}`} className="border-t border-hairline" data-tag={drive.tag}>
                <td className="pl-3 py-1.5 font-mono">{drive.tag}</td>
                <td>{drive.ratings.find((each) => each.id === drive.rating)?.name}, {drive.firmware}<br /><span className="font-mono text-[13px]">{drive.serial}</span></td>
                <td className="font-mono text-[13px]">{drive.port}, {drive.address}</td>
                <td>{words(drive)}</td>
                <td>
                  <div className="flex flex-wrap gap-1 py-1">
                    {drive.powered ? <Act on={() => press("power-off")}>Switch off</Act> : <Act on={() => press("power-on")}>Switch on</Act>}
                    <Act off={!drive.powered || drive.permission} on={() => press("give-permission")}>EDIT keys</Act>
                    {drive.plugged ? <Act on={() => press("pull")}>Pull cable</Act> : <Act on={() => press("plug")}>Plug cable</Act>}
                    {drive.turning ? <Act on={() => press("stop")}>Stop motor</Act> : <Act off={!drive.powered || drive.trip > 0} on={() => press("start")}>Start motor</Act>}
                    {drive.trip > 0 ? <Act on={() => press("reset-trip")}>Reset trip</Act> : <Act off={!drive.powered} on={() => press("trip", { trip: 9 })}>Trip</Act>}
                    <Act on={() => Promise.resolve(setSwapping(drive))}>Swap drive</Act>
                  </div>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {swapping && <Swap drive={swapping} onClose={() => setSwapping(undefined)} onSwap={(make) => { void at(swapping)("swap", { make }); setSwapping(undefined); }} />}
    </div>
  );
}

function Act({ on, off, children }: { on: () => Promise<void>; off?: boolean; children: React.ReactNode }) {
  return <Button disabled={off} onClick={() => void on()} className="!min-h-8 !px-2 !text-[13px]">{children}</Button>;
}

function words(drive: StandInView): string {
  return [
    drive.powered ? "on" : "off", !drive.plugged && "cable pulled", drive.turning && "turns", drive.trip > 0 && `trip ${drive.trip}`,
    drive.permission && "EDIT lit", drive.volatile && "volatile values",
  ].filter(Boolean).join(", ");
}
