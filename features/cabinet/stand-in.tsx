import type { ReactNode } from "react";
import type { StandInView } from "@/core/contract";
import { Button } from "@/ui/button";

export type Press = (name: string, more?: object) => Promise<void>;

/** One drive standing in its place, and what hands can do to it. */
export function StandIn({
  drive,
  press,
  onSwap,
  onUpdate,
}: {
  drive: StandInView;
  press: Press;
  onSwap: () => void;
  onUpdate: () => void;
}) {
  return (
    <li className="px-4 py-1.5 flex flex-wrap gap-x-4 gap-y-1 items-center text-[14px]" data-tag={drive.tag}>
      <div className="w-72">
        <span className="font-mono">{drive.tag}</span>{" "}
        <span>
          {drive.ratings.find((each) => each.id === drive.rating)?.name}, {drive.firmware}
        </span>
        <span className="block text-[13px] text-soft">
          <span className="font-mono">{drive.serial}</span>, address {drive.address}: {words(drive)}
        </span>
      </div>
      <div className="flex flex-wrap gap-1 flex-1 min-w-80">
        {drive.powered ? (
          <Act on={() => press("power-off")}>Switch off</Act>
        ) : (
          <Act on={() => press("power-on")}>Switch on</Act>
        )}
        {drive.canDieHalf &&
          (drive.mains ? (
            <Act on={() => press("mains-off")}>Mains off</Act>
          ) : (
            <Act on={() => press("mains-on")}>Mains on</Act>
          ))}
        {drive.asksPermission && (
          <Act off={!drive.powered || drive.permission} on={() => press("give-permission")}>
            Permit writing
          </Act>
        )}
        {drive.turning ? (
          <Act on={() => press("stop")}>Stop motor</Act>
        ) : (
          <Act off={!drive.powered || !drive.mains || drive.trip > 0} on={() => press("start")}>
            Start motor
          </Act>
        )}
        {drive.trip > 0 ? (
          <Act on={() => press("reset-trip")}>Reset trip</Act>
        ) : (
          <Act off={!drive.powered} on={() => press("trip")}>
            Trip
          </Act>
        )}
        {drive.canMiss.length > 0 && (
          <select
            aria-label={`What ${drive.tag} lacks`}
            value={drive.missing ?? ""}
            onChange={({ target }) => void press("take-away", { what: target.value || undefined })}
            className="min-h-8 rounded-page border border-hairline bg-leaf px-1.5 text-[13px] max-w-56"
          >
            <option value="">nothing taken away</option>
            {drive.canMiss.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        )}
        {drive.answersAs && (
          <Act
            off={!drive.powered}
            on={() => press("answer-as", { predecessor: !drive.answersAs?.predecessor })}
          >
            {drive.answersAs.predecessor ? "Answer as itself" : "Answer as its predecessor"}
          </Act>
        )}
        {drive.hasCard !== undefined && (
          <>
            <Act on={() => press("card-save")}>Copy to card</Act>
            <Act off={!drive.hasCard} on={() => press("card-use")}>
              Use card at start
            </Act>
          </>
        )}
        <Act on={() => Promise.resolve(onSwap())}>Swap drive</Act>
        {drive.axes > 1 &&
          Array.from({ length: drive.axes }, (_, i) => (
            <Act key={i} on={() => press("swap-module", { axis: i + 1 })}>
              Swap module of axis {i + 1}
            </Act>
          ))}
        <Act on={() => Promise.resolve(onUpdate())}>Change its firmware</Act>
        {drive.hasPowerPart && <Act on={() => press("swap-half")}>Swap its power part</Act>}
      </div>
    </li>
  );
}

/** Something that hands do. */
export function Act({ on, off, children }: { on: () => Promise<void>; off?: boolean; children: ReactNode }) {
  return (
    <Button disabled={off} onClick={() => void on()} className="!min-h-8 !px-2 !text-[13px]">
      {children}
    </Button>
  );
}

function words(drive: StandInView): string {
  return [
    drive.powered ? "on" : "off",
    drive.answersAs?.predecessor && `answers as ${drive.answersAs.family}`,
    !drive.mains && "mains off",
    !drive.plugged && "cable pulled",
    drive.turning && "turns",
    drive.trip > 0 && `trip ${drive.trip}`,
    drive.permission && "writing open",
    drive.volatile && "volatile values",
  ]
    .filter(Boolean)
    .join(", ");
}
