"use client";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { NotTold } from "@/ui/not-told";
import { moment } from "@/ui/when";
import { Details } from "./details";
import { STANDING_WORDS, standingOf, type Aim, type OldFile } from "./old-file";

interface Props {
  each: OldFile;
  /** Id of the list of tags. */
  tags: string;
  onSay: (said: OldFile["said"]) => void;
  onAim: (aim: Aim | undefined) => void;
  onKeepAlthough: () => void;
}

/** One file: where it lies, what it holds, whose it is; what is said of it in full below, when it is opened. */
export function OldFileRow({ each, tags, onSay, onAim, onKeepAlthough }: Props) {
  const { to } = usePlant();
  const [open, setOpen] = useState(false);
  const { view, trouble, done } = each;
  const standing = standingOf(each);
  const values = view?.values;
  const family = values?.families.find((one) => one.id === values.family);
  const Chevron = open ? ChevronDown : ChevronRight;
  return (
    <li className="border-t border-hairline" data-file={each.path} data-standing={standing}>
      <div className="grid grid-cols-[2.9rem_minmax(0,1fr)_9rem_minmax(0,16rem)] max-sm:grid-cols-[2.9rem_minmax(0,1fr)] gap-x-3 items-start pr-3">
        <button
          type="button"
          aria-expanded={open}
          aria-label={`${open ? "Close" : "Open"} ${each.path}`}
          className="margin-rule self-stretch min-h-9 pointer-coarse:min-h-11 flex justify-end items-start pt-3 pr-2.5 text-soft hover:text-ink"
          onClick={() => setOpen(!open)}
        >
          <Chevron size={16} aria-hidden />
        </button>
        <div className="min-w-0 py-2">
          <p className="break-words text-[15px]">{each.path}</p>
          <p className="text-[13px] text-soft">
            {values && family && (
              <>
                {family.title}: {values.taken} of its {values.of} values fit, {values.expected} are a whole
                record.{" "}
                {values.takenAt ? (
                  `${moment(values.takenAt)} (${givenWords(values.dateGiven)})`
                ) : (
                  <NotTold>When they were taken</NotTold>
                )}
              </>
            )}
            {values && !family && `${values.of} values of no family that is here.`}
            {view?.closed && `${view.closed.reason} ${view.closed.remedy}`}
            {view?.before &&
              ` The same file was brought in as record ${view.before.number} of ${view.before.tag}.`}
            {!view?.before &&
              values?.same !== undefined &&
              ` Record ${values.same} of ${view?.position} holds the very same.`}
          </p>
          {each.said.position !== undefined && view && view.position === undefined && !each.looking && (
            <p className="text-[14px] text-ochre">
              There is no position {each.said.position} in this plant, or it is retired.
            </p>
          )}
          {view?.between && view.position === undefined && (
            <p className="text-[14px] text-ochre">
              What stands in it is of {view.between[0]}, where it lies is of {view.between[1]}: say which it
              is.
            </p>
          )}
          {trouble && (
            <p role="alert" className="text-[14px] text-ochre">
              {trouble.text} {trouble.remedy}
            </p>
          )}
        </div>
        <div className="max-sm:col-start-2 py-1.5">
          {view && done === undefined && (
            <input
              aria-label={`Position of ${each.path}`}
              list={tags}
              defaultValue={view.position ?? ""}
              key={view.position ?? ""}
              placeholder="Position"
              className="w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2 text-[15px] font-mono"
              onBlur={(event) => {
                const tag = event.target.value.trim();
                if (tag !== (view.position ?? "") && tag !== "") onSay({ position: tag });
              }}
              onKeyDown={(event) => {
                if (event.key === "Enter") event.currentTarget.blur();
              }}
            />
          )}
        </div>
        <div className="max-sm:col-start-2 py-1.5 flex flex-wrap items-center gap-x-2">
          <span
            className={classes(
              "text-[14px] py-1.5",
              ["unplaced", "ask", "failed"].includes(standing) ? "text-ochre" : "text-soft",
            )}
          >
            {done === undefined ? (
              STANDING_WORDS[standing]
            ) : (
              <Link
                className="underline underline-offset-4 decoration-hairline hover:decoration-copper"
                href={to(done.href)}
              >
                {done.words}
              </Link>
            )}
          </span>
          {standing === "closed" && view?.position !== undefined && (
            <Button rank="quiet" onClick={() => onAim("attach")}>
              Keep with {view.position}
            </Button>
          )}
          {standing === "known" && (
            <Button rank="quiet" onClick={() => onAim("record")}>
              Bring in all the same
            </Button>
          )}
          {standing === "ask" && (
            <Button rank="quiet" onClick={onKeepAlthough}>
              Bring in all the same
            </Button>
          )}
          {["ready", "unplaced", "ask"].includes(standing) && (
            <Button rank="quiet" onClick={() => onAim("leave")}>
              Leave out
            </Button>
          )}
          {standing === "left" && (
            <Button rank="quiet" onClick={() => onAim(undefined)}>
              Take it after all
            </Button>
          )}
        </div>
      </div>
      {open && values && done === undefined && <Details path={each.path} values={values} onSay={onSay} />}
    </li>
  );
}

/** Where a date is from: a moment to the second is what the file itself says. */
const givenWords = (given = ""): string => (/T\d\d:/.test(given) ? "as the file says" : given);
