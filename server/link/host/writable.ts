import type { Definition } from "@/core/definition";
import { good } from "@/core/drive";
import type { WritableDrive } from "@/core/restore/run";
import type { RawValue } from "@/core/value";
import { IMPORTANCE } from "../queue";
import type { LiveDrive } from "./live-drive";

/** A connected drive as a run of writes works on it: at the importance of a restore, and never past a loss. */
export function writable(drive: LiveDrive): WritableDrive {
  return {
    get definition(): Definition {
      return drive.definition!;
    },
    get connected() {
      return drive.connected;
    },
    get era() {
      return drive.era;
    },
    get state() {
      return drive.state;
    },
    get trouble() {
      return drive.trouble;
    },
    whenBack: (signal) => drive.whenBack(signal),
    identify: () => drive.identify(),
    look: () => drive.look(IMPORTANCE.restore),
    noteTrouble: (trouble) => drive.noteTrouble(trouble),
    async read(parameters, signal) {
      const values = new Map<string, RawValue>();
      const result = await drive.session(IMPORTANCE.restore).read(
        parameters,
        (step) => {
          for (const [code, raw] of step.values) values.set(code, raw);
        },
        signal,
      );
      return result.ok ? good(values) : result;
    },
    write: (era, parameter, raw) => drive.writingSession(era).write(parameter, raw),
    items: (items) => drive.session(IMPORTANCE.restore).readItems(items),
    writeBlock: (era, block, bytes, longestMs, run) =>
      drive.writingSession(era).writeBlock(block, bytes, longestMs, run),
    command: (era, command) => drive.writingSession(era).command(command),
    expectAlsoAt: (there) => drive.expectAlsoAt(there),
    expectAlsoAs: (definitionId) => drive.expectAlsoAs(definitionId),
  };
}
