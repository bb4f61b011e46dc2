import { accessSync, constants, existsSync, mkdirSync } from "node:fs";
import { dirname } from "node:path";

/**
 * Makes a folder, with those that it lies in, where it is not there yet. Throws the operating system's refusal (EACCES, EROFS, ENOSPC ...). On a file system that
 * is read-only Node.js says of several folders at once that there is no such one (ENOENT): then it is asked of the one that is there.
 */
export function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (error) {
    let there = folder;
    while (!existsSync(there) && dirname(there) !== there) there = dirname(there);
    if ((error as NodeJS.ErrnoException).code === "ENOENT") accessSync(there, constants.W_OK);
    throw error;
  }
}
