import type { Trouble } from "@/core/drive";

/** What an error came from at its root: layers above the database wrap what it said. */
export function rootOf(error: unknown): Error & { code?: string } {
  let root = error as Error & { code?: string };
  while (root.cause instanceof Error) root = root.cause as Error & { code?: string };
  return root;
}

/** SQLSTATE disk_full (PostgreSQL, appendix A), and what the operating system calls it. */
const NO_SPACE = ["53100", "ENOSPC"];

/**
 * What a fault of the program's own means for a person. `during` is the work that it met ("reading"), `then` what to do once it is mended, as a
 * sentence. A full disk is told as such.
 */
export function faultTrouble(error: unknown, during: string, then: string): Trouble {
  const { message, code } = rootOf(error);
  if (NO_SPACE.includes(code ?? "") || /No space left/i.test(message))
    return {
      kind: "no-space",
      text: `The disk of the computer that Calm Ledger runs on is full: ${during} could not be written down.`,
      remedy: `Make room there. ${then}`,
    };
  return {
    kind: "fault",
    text: `Calm Ledger met a fault of its own while ${during}: ${message}`,
    remedy: `${then} If it happens again, the program's log says more.`,
  };
}
