import type { WholeOperation } from "@/core/restore";

/** What each operation that is no restore comes to, at the head of its page. */
export const ABOUT: Record<WholeOperation, string> = {
  "make-permanent":
    "What it holds in its running memory is copied to its permanent memory, and is there after a power-off.",
  "power-off":
    "What it holds in its running memory alone is given up: somebody switches it off and on again.",
  "factory-reset": "Every parameter becomes the factory's. This is no restore, and no preset.",
  imitate:
    "It answers as its predecessor from then on, with that one's parameter list at the factory's values. A record of the predecessor can be restored onto it afterwards.",
  "program-put-on":
    "The chosen file goes into its program memory, after what is in it was stopped and cleared. It is not started.",
  "program-start": "The program in it is started. What it then does is the program's.",
  "program-stop": "The program in it is stopped; it stays in its memory.",
  "program-take-off": "The program in it is stopped and cleared. The machine does not run without it.",
  "be-itself":
    "It answers as what it is again, with its own parameter list at the factory's values. A record carried over to that list can be restored onto it afterwards.",
};

/** The step in which it is done. */
export const ACT: Record<WholeOperation, string> = {
  "make-permanent": "Make permanent",
  "power-off": "Switch it off and on",
  "factory-reset": "Reset",
  imitate: "Switch over",
  "be-itself": "Switch back",
  "program-put-on": "Put it on",
  "program-start": "Start it",
  "program-stop": "Stop it",
  "program-take-off": "Take it off",
};
