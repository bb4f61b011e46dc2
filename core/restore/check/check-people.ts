/** What only a person can know who is at the machine. */
import { EXCHANGED_TEXT, newParts } from "../exchanged";
import { fine, type Check, type CheckInput } from "./check";

/** Where another of the same kind is in reach, the wrong one may be meant: its type plate is read. */
export function rightDrive({ drive, alike = [] }: Pick<CheckInput, "drive" | "alike">): Check {
  const title = "The right drive";
  if (alike.length === 0)
    return fine("right-drive", title, "No other drive of this family and rating is known on its link");
  const others = `${alike.slice(0, 4).join(", ")}${alike.length > 4 ? ` and ${alike.length - 4} more` : ""}`;
  return {
    id: "right-drive",
    title,
    verdict: "not-told",
    found: `Another drive of this family and rating can be reached: ${others}.`,
    remedy: drive.placed
      ? "This family tells no serial number. Go to the drive, and see at its keypad that it is the one."
      : "Go to the drive and read the last four characters of the serial number from its type plate or keypad.",
    ...(drive.placed ? {} : { asks: "serial-end" as const }),
  };
}

/** Whoever writes from here does not see the machine. */
export function beside(turning = false): Check {
  return {
    id: "beside",
    title: "Somebody beside it",
    verdict: "not-told",
    found: "The program cannot see who is at the machine.",
    remedy: turning
      ? "Name the person who stands there, sees what it does and can stop it."
      : "Name the person who stands there, sees that it stands still and can stop it.",
    asks: "name",
  };
}

/** What was exchanged decides about tuning results, commutation angle and home position. */
export function exchanged({ exchange }: CheckInput): Check {
  const title = "What was exchanged";
  if (!exchange?.matters)
    return fine("exchanged", title, "Nothing in the plan belongs to motor, encoder or mechanics");
  const { said } = exchange;
  if (said === undefined)
    return {
      id: "exchanged",
      title,
      verdict: "not-told",
      found: "The plan has values that were found out on the former motor, encoder or mechanics.",
      remedy: "Say what was exchanged; values that belong to a part that is new are left out.",
      asks: "exchanged",
    };
  const words = said.length === 0 ? "Nothing" : said.map((each) => EXCHANGED_TEXT[each]).join(", ");
  const found = `${words[0]!.toUpperCase()}${words.slice(1)} ${said.length > 1 ? "were" : "was"} exchanged.`;
  if (newParts(said).length === 0) return { ...fine("exchanged", title, found), asks: "exchanged" };
  return {
    id: "exchanged",
    title,
    verdict: "caution",
    found: `${found} What was found out on the former part is left out.`,
    remedy:
      "The axis is not ready until it was identified, homed, and its travel limits proved. Review the motor data.",
    asks: "exchanged",
  };
}

/** Whether the end of a serial number as read from a type plate is that of this drive: its last four letters and digits, however they are written. */
export function endsAs(serial: string, given: string): boolean {
  const plain = (text: string): string => text.replace(/[^\p{L}\p{N}]/gu, "").toUpperCase();
  const whole = plain(serial);
  const said = plain(given);
  // A dash among the last four counts as one of them: three letters and digits are left then.
  const enough = said.length >= 3 && given.trim().length >= 4;
  return (enough || said.length === whole.length) && said.length > 0 && whole.endsWith(said);
}
