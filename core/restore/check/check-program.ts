/** What is looked at before something is done with the drive's own program. */
import { identificationText } from "@/core/program";
import type { ProgramOperation } from "../operation";
import type { PlannedProgram } from "../planned-program";
import { fine, type Check, type CheckInput } from "./check";

/** What is known of the program that is to be put on or taken off. */
export interface ProgramInput {
  planned: PlannedProgram | undefined;
  /** Why the chosen file is not put on, in words; undefined where it may be. */
  badFile?: { found: string; remedy: string };
}

const stop = (id: string, title: string, found: string, remedy: string): Check => ({
  id,
  title,
  verdict: "stop",
  found,
  remedy,
});

/** Whether the drive's program can be reached at all, and stands as it has to. */
export function programFits(operation: ProgramOperation, { planned, badFile }: ProgramInput): Check {
  const id = "program";
  const title = "Its program";
  if (!planned)
    return stop(
      id,
      title,
      "Its definition does not say that it has a program of its own, or how that is reached.",
      "End this; nothing was sent.",
    );
  const { now, file, keptAs, reason } = planned;
  switch (operation) {
    case "program-put-on":
      if (badFile || !file)
        return stop(
          id,
          title,
          badFile?.found ?? "No file was chosen.",
          badFile?.remedy ?? "Choose one of the position's files.",
        );
      return fine(
        id,
        title,
        `${file.name}, ${file.bytes} bytes, is whole and of this family: ${identificationText(file.identification)}`,
      );
    case "program-start":
      if (now.present === false) return stop(id, title, "No program is in it.", "Put one on first.");
      if (now.enabled === false)
        return stop(
          id,
          title,
          "It is not enabled: the drive does not start it.",
          "Enable it by a draft or a restore first; that is a setting of its own.",
        );
      return fine(id, title, "It is present and enabled");
    case "program-stop":
      return fine(id, title, now.running === false ? "It does not run, as the drive says" : "It runs");
    case "program-take-off":
      if (now.present === false) return stop(id, title, "No program is in it.", "There is nothing to do.");
      if (keptAs === undefined && !reason)
        return stop(
          id,
          title,
          `No kept file is the program that is in it (${now.identification === undefined ? "its check sum is not told" : identificationText(now.identification)}), and no reason was given.`,
          "Keep its file first, or say why none is needed.",
        );
      return fine(id, title, keptAs ? `Its file is kept: ${keptAs}` : `No file of it is kept: ${reason}`);
  }
}

/** A program that starts can move every axis; a named person sees that nobody is near. */
export function moves(): Check {
  return {
    id: "moves",
    title: "Starting it can move the machine",
    verdict: "not-told",
    found: "What the program does is not known here.",
    remedy:
      "Go through the position's own list: guards closed, nobody near, what must run or be clear first. Then say that you have looked.",
  };
}

/** A program that drives the machine is stopped while it does: what happens to the load then, somebody has to know. */
export function inMotion({ state }: Pick<CheckInput, "state">): Check {
  const title = "What the machine does when it is stopped";
  if (state.running === false && state.runCommand !== true)
    return fine("in-motion", title, "The motor stands, and nothing commands it to run");
  return {
    id: "in-motion",
    title,
    verdict: "not-told",
    found: state.running
      ? "The motor turns. What it does when its program is stopped is not known here: it may coast, and a load may fall."
      : "A run command stands, or whether the motor turns is not told. What follows when its program is stopped is not known here.",
    remedy:
      "See that nobody is near, and that the machine's own stop is in reach. Then say that you have looked.",
  };
}

/** Values alone do not make a machine run whose record was made with a program. */
export function programThere({ program }: Pick<CheckInput, "program">): Check[] {
  if (!program?.recorded?.present) return [];
  const { recorded, now, keptAs } = program;
  const title = "Its own program";
  const which =
    recorded.identification === undefined ? "" : ` ${identificationText(recorded.identification)}`;
  const same = now?.present === true && now.identification === recorded.identification;
  if (same && recorded.identification !== undefined)
    return [
      fine(
        "own-program",
        title,
        `The program${which} of the record is in it${now.running === recorded.running ? "" : ", and does not run as it did"}`,
      ),
    ];
  const has = now?.present === false ? "none" : "another one";
  return [
    {
      id: "own-program",
      title,
      verdict: "caution",
      found: `The record was made with the program${which}; this drive has ${now?.present === undefined ? "perhaps none" : has}. The values alone do not make the machine run.`,
      remedy: keptAs
        ? `Put ${keptAs} on afterwards, on the drive's page.`
        : "No file of it is kept here: find it before you count on this drive.",
    },
  ];
}
