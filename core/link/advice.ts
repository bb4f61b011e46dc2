/** What may be the matter, and what to look at, the likeliest and quickest first. */
export interface Advice {
  id: string;
  /** What was seen. */
  title: string;
  /** What it means. */
  means: string;
  checks: string[];
}

/** Looks that several kinds of advice ask for. */
export const CHECKS = {
  POWER: "Is the drive switched on? Look for its lamp or display.",
  CABLE: "Is the cable in the right socket, at both ends?",
  PAIR: "Exchange the two wires of the pair (A and B): makers name them both ways round.",
  ADDRESS: "Read the address at the drive's keypad; it is often 1 from the factory.",
  SPEED: "Read speed, parity and stop bits at the keypad, or look for the drive at other speeds.",
  ENDS: "Are there end resistors at both ends of the line, and only there?",
  GROUND: "Is the ground of the line connected, and the shield at one end?",
  TOGETHER: "Does another master talk on the line? Disconnect it while you look.",
} as const;
