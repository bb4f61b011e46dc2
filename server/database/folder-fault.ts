/** What an operating system's refusal means for a data folder, and what to do about it. */
const REFUSALS: Record<string, string> = {
  EACCES:
    "This program's user may not write there. Give the folder to that user (chown), or set DATA_DIR to another one.",
  EPERM:
    "This program's user may not write there. Give the folder to that user (chown), or set DATA_DIR to another one.",
  EROFS:
    "It lies on a file system that is read-only. Mount it for writing, or set DATA_DIR to another folder.",
  ENOSPC: "The disk is full. Make room, then start again; nothing that was kept is lost.",
  EDQUOT:
    "The quota of this program's user is used up. Make room, then start again; nothing that was kept is lost.",
  ENOTDIR: "A part of this path is a file and no folder. Correct DATA_DIR.",
  ENAMETOOLONG: "This path is too long. Set DATA_DIR to a shorter one.",
  EMFILE: "This program has too many files open. Raise its limit (ulimit -n), then start again.",
};

/**
 * Why a data folder cannot be opened, in words with a remedy, for what an operating system or the embedded database said. An error that says
 * enough by itself is given back as it is.
 */
export function folderFault(folder: string, error: unknown): Error {
  const { code, message } = error as NodeJS.ErrnoException;
  const refusal = REFUSALS[code ?? ""] ?? REFUSALS[/\b(E[A-Z]{4,})\b/.exec(message)?.[1] ?? ""];
  if (refusal) return new Error(`The data folder ${folder} cannot be used. ${refusal}`, { cause: error });
  if (/No space left/i.test(message))
    return new Error(`The data folder ${folder} cannot be used. ${REFUSALS.ENOSPC}`, { cause: error });
  if (/in use by another/.test(message)) return error as Error;
  return new Error(
    `The database in ${folder} cannot be opened: ${message} If files in it were changed or are missing, put back a copy of the whole folder that was made while the program was stopped; this program has not changed it.`,
    { cause: error },
  );
}
