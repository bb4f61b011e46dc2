"use client";
import { useRouter } from "next/navigation";
import type { ConnectionView } from "@/core/contract";
import type { LinkSettings } from "@/core/link";
import { positionPath } from "@/core/plant/position-path";
import type { AxisCourse } from "@/core/restore";
import { carryAddress } from "@/features/carry-over/target-choice";
import { Touchable } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { connectionAt } from "@/features/live/at-position";
import { useLive } from "@/features/live/store";
import { Button, ButtonLink } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";
import { Step } from "@/ui/step";
import { moment } from "@/ui/when";
import { OneByOne } from "./one-by-one";
import { LetGo, Reach } from "./reach";

interface RecordWords {
  number: number;
  takenAt: number;
  byName: string;
  serial: string;
  firmware: string;
  ratingName: string;
  partial: boolean;
}

interface Props {
  tag: string;
  title: string;
  name: string;
  /** The newest record that was read from the drive. */
  newest: RecordWords | undefined;
  /** The record of before, once somebody has said which it is. */
  before: RecordWords | undefined;
  way: { link: LinkSettings; name: string; unit: number } | undefined;
  /** Axes of a rack, and how each came out since; none where it has no several. */
  axes: AxisCourse[];
  /** The newest record that was made of a draft since: what was carried over. */
  carried: number | undefined;
  /** What was restored here since the record of before, the newest first. */
  receipts: Array<{ id: number; outcome: string; words: string; at: number }>;
}

/** A drive whose firmware is changed by its vendor's own means: recorded before, recognised after, carried over, compared and restored. Firmware itself is never written from here. */
export function FirmwarePage({ tag, title, name, newest, before, way, axes, carried, receipts }: Props) {
  const { to } = usePlant();
  const router = useRouter();
  const { connections } = useLive();
  const here = connectionAt(connections, tag);
  const changed = changeOf(here, before);
  const step = (done: boolean, ready: boolean): "done" | "open" | "later" => {
    if (done) return "done";
    return ready ? "open" : "later";
  };
  const identity = here?.identity;
  return (
    <div className="px-6 max-sm:px-3 py-6 max-w-4xl w-full mx-auto">
      <h1 className="text-xl font-semibold">
        <Link className="font-mono hover:underline underline-offset-4" href={to(positionPath(tag))}>
          {tag}
        </Link>{" "}
        {title}: its firmware is changed
      </h1>
      <p className="text-soft mb-3">
        The firmware itself is changed by the vendor&apos;s own means. Here the values are kept safe before,
        and put back as they belong after.
      </p>
      <Touchable right="restore">
        <div className="bg-leaf border border-hairline rounded-page">
          <Step
            number={1}
            title="Record it as it is"
            state={before ? "done" : "open"}
            found={before && recordWords(before)}
          >
            {before ? undefined : (
              <div className="space-y-2">
                {newest && (
                  <>
                    <p>
                      The newest record is {recordWords(newest)}. Is that how the drive is now? Where anything
                      was changed since, record it once more.
                    </p>
                    <Button
                      rank="primary"
                      disabled={newest.partial}
                      onClick={() => router.push(to(positionPath(tag, `/firmware?before=${newest.number}`)))}
                    >
                      Record {newest.number} is the record of before
                    </Button>
                    {newest.partial && (
                      <p className="text-ochre">It is partial: record the whole drive first.</p>
                    )}
                  </>
                )}
                {!newest && <p>It was never read and recorded here.</p>}
                <Reach {...{ tag, name, way, here }} words="Connect it, then record it" />
              </div>
            )}
          </Step>
          <Step
            number={2}
            title="Change the firmware by the vendor's own means"
            state={step(changed !== undefined, before !== undefined)}
            found={changed === "firmware" && `firmware ${before!.firmware} → ${identity!.firmware}`}
          >
            {before && changed === undefined && (
              <div className="space-y-2">
                <p>
                  Let go of the drive here, so that the other program has the line. When it is done and the
                  drive runs again, connect it; its firmware is looked at then.
                </p>
                {here ? (
                  <LetGo view={here} />
                ) : (
                  <Reach {...{ tag, name, way, here }} words="Connect it again" />
                )}
              </div>
            )}
          </Step>
          <Step
            number={3}
            title="Recognise it"
            state={step(changed === "firmware" && here?.fit === "fits", changed !== undefined)}
            found={
              changed === "firmware" &&
              here?.fit === "fits" &&
              `the same drive, serial ${identity!.serial}; a definition fits`
            }
          >
            {changed === "other" && (
              <Notice kind="stop" title={`Another drive answers: serial ${identity?.serial}.`}>
                The record of before is of {before!.serial}. If the drive was exchanged, restore it as a
                replacement instead.
              </Notice>
            )}
            {changed === "firmware" && here?.fit !== "fits" && (
              <Notice kind="caution" title={`No definition here fits firmware ${identity?.firmware}.`}>
                <Link className="underline underline-offset-4" href={to("/families/import")}>
                  Import its definition
                </Link>
                , then connect again.
              </Notice>
            )}
          </Step>
          <Step
            number={4}
            title="See what is otherwise"
            state={step(false, changed === "firmware" && here?.fit === "fits")}
          >
            {changed === "firmware" && here && before && (
              <div className="flex flex-wrap gap-2 items-center">
                <ButtonLink
                  href={to(`/compare?c=${encodeURIComponent(`${tag}:${before.number}`)}&c=live:${here.id}`)}
                >
                  Compare record {before.number} with the drive
                </ButtonLink>
                <span className="text-soft">An update often sets values back to the factory&apos;s.</span>
              </div>
            )}
          </Step>
          <Step
            number={5}
            title="Carry over and restore"
            state={step(
              changed === "firmware" && restored(receipts, axes),
              changed === "firmware" && here?.fit === "fits",
            )}
            found={receipts.length > 0 && `${receipts.length} restored since`}
          >
            {changed === "firmware" && here && before && identity?.rating && (
              <div className="space-y-2">
                <p>
                  A line for every parameter: what the new firmware has more, less or otherwise. It ends in a
                  draft that is restored like any record.
                </p>
                <div className="flex flex-wrap gap-2">
                  <ButtonLink
                    rank="primary"
                    href={to(
                      carryAddress(tag, before.number, {
                        definition: identity.definitionId,
                        rating: identity.rating,
                        firmware: identity.firmware,
                        serial: identity.serial,
                        axes: identity.axes,
                      }),
                    )}
                  >
                    Carry record {before.number} over to firmware {identity.firmware}
                  </ButtonLink>
                  <ButtonLink
                    href={to(positionPath(tag, `/restore?record=${before.number}&connection=${here.id}`))}
                  >
                    Restore record {before.number} as it is →
                  </ButtonLink>
                </div>
                {carried !== undefined && (
                  <p>
                    Record {carried} was entered from a draft since:{" "}
                    <Link
                      className="underline underline-offset-4"
                      href={to(positionPath(tag, `/restore?record=${carried}&connection=${here.id}`))}
                    >
                      restore record {carried}
                    </Link>
                    .
                  </p>
                )}
                {axes.length > 1 && (
                  <OneByOne tag={tag} axes={axes} record={carried ?? before.number} connection={here.id} />
                )}
              </div>
            )}
            {receipts.length > 0 && (
              <ul className="mt-2 text-[15px]">
                {receipts.map((each) => (
                  <li key={each.id}>
                    <Link className="underline underline-offset-4" href={to(`/receipts/${each.id}`)}>
                      Receipt {each.id}
                    </Link>
                    , {moment(each.at)}: {each.words}
                  </li>
                ))}
              </ul>
            )}
          </Step>
        </div>
      </Touchable>
    </div>
  );
}

/** Everything is restored: of a rack every axis, of another drive by the newest restore. */
const restored = (receipts: Props["receipts"], axes: readonly AxisCourse[]): boolean =>
  axes.length > 1 ? axes.every((each) => each.verified) : receipts[0]?.outcome === "verified";

/** Whether it is the drive of before with another firmware, another drive, or nothing is known of it yet. */
export function changeOf(
  here: ConnectionView | undefined,
  before: { serial: string; firmware: string } | undefined,
): "firmware" | "other" | undefined {
  const identity = here?.phase === "connected" ? here.identity : undefined;
  if (!before || !identity) return undefined;
  if (identity.serial !== before.serial) return "other";
  return identity.firmware === before.firmware ? undefined : "firmware";
}

const recordWords = ({ number, takenAt, byName, firmware, serial }: RecordWords): string =>
  `record ${number} of ${moment(takenAt)} by ${byName}, serial ${serial}, firmware ${firmware}`;
