"use client";
import { positionPath } from "@/core/plant/position-path";
import { OUTCOME_WORDS, type Place } from "@/core/restore";
import { Reading } from "@/features/bench/reading";
import { usePlant } from "@/features/house/use-plant";
import { useLive } from "@/features/live/store";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import type { Batch, Member } from "./use-batch";

/** Each drive of a batch with how it stands, in words; the trouble it met beside it. */
export function MemberLines({
  members,
  doing,
}: {
  members: readonly Member[];
  doing: Batch["view"]["doing"];
}) {
  const { to } = usePlant();
  const { jobs } = useLive();
  return (
    <ul className="divide-y divide-hairline text-[15px]">
      {members.map((each) => {
        const { restore } = each;
        const reading = restore && jobs.get(restore.id)?.reading;
        return (
          <li key={each.tag} className="py-1.5" data-member={each.tag}>
            <div className="flex flex-wrap gap-x-4">
              <Link
                className="font-mono w-20 hover:underline underline-offset-4"
                href={to(positionPath(each.tag))}
              >
                {each.tag}
              </Link>
              <span className="flex-1 min-w-44">
                {each.title}
                <span className="block text-soft text-[14px]">
                  {restore ? `drive ${restore.identity.serial}, ${restore.identity.ratingName}` : ""}
                  {each.link ? `${restore ? ", " : ""}${each.link}` : ""}
                </span>
              </span>
              <span className={classes("min-w-52", troubled(each) && "text-ochre")}>
                {stands(each, doing)}
              </span>
              {restore && (
                <Link className="underline underline-offset-4" href={to(`/restore/${restore.id}`)}>
                  Open
                </Link>
              )}
              {restore?.receiptId !== undefined && (
                <Link className="underline underline-offset-4" href={to(`/receipts/${restore.receiptId}`)}>
                  Receipt {restore.receiptId}
                </Link>
              )}
            </div>
            {each.said && <p className="text-ochre">{each.said}</p>}
            {reading && <Reading reading={reading} />}
          </li>
        );
      })}
    </ul>
  );
}

const troubled = ({ restore, said, stops, reviewed }: Member): boolean =>
  said !== "" ||
  (reviewed && stops > 0) ||
  restore?.place.waitsFor !== undefined ||
  restore?.place.over === "ended" ||
  (restore?.place.over === "done" && !restore.verified);

/** How one drive of a batch stands, in a few words; what is not known is never "fine". */
export function stands({ restore, said, reviewed, stops }: Member, doing: Batch["view"]["doing"]): string {
  if (!restore) {
    if (said) return "not begun";
    return doing === "reading" ? "waits its turn" : "not begun";
  }
  const { place } = restore;
  if (place.over === "ended") return restore.receiptId ? OUTCOME_WORDS["given-up"] : "ended, nothing written";
  if (place.over === "done") return restore.verified ? OUTCOME_WORDS.verified : OUTCOME_WORDS["not-verified"];
  if (reviewed && stops > 0) return "a check says stop: nothing is written";
  if (reviewed) {
    const count = restore.plan?.writes.length ?? 0;
    return doing === "writing" ? "waits its turn" : `${count} to write`;
  }
  return placeWords(place, restore.counts.written, restore.plan?.writes.length ?? 0);
}

function placeWords({ stage, waitsFor, why }: Place, written: number, all: number): string {
  switch (waitsFor) {
    case "permission":
      return "waits for the permission at the keypad";
    case "motor":
      return "waits for the motor to stop";
    case "drive":
      return "the drive is lost; it is tried again";
    case "power":
      return "waits to be switched off and on";
    case "keypad":
      return "waits for somebody at its keypad";
    case "person":
      return why ?? "stands still";
    case undefined:
  }
  if (stage === "write") return `${written} of ${all} written`;
  return {
    "read-before": "being read",
    review: "read",
    "look-again": "read again before it is made permanent",
    "make-permanent": "being made permanent",
    restart: "restarts",
    "power-off": "is to be switched off",
    reset: "being reset",
    "switch-over": "being switched over",
    program: "its program is worked on",
    verify: "read again",
    receipt: "done",
  }[stage];
}
