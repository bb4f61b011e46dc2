/** A run of writes: gate, steps, making permanent, restart. Runs wherever the link to the drive lives. */
export { passGate } from "./gate";
export { makePermanent, type Permanence } from "./make-permanent";
export { STOPPED_BY_PERSON, type Elsewhere, type Run, type SentCommand, type WritableDrive } from "./needs";
export { awaitPowerOff } from "./power-off";
export { workProgram, type ProgramWork } from "./program";
export { resetDrive } from "./reset";
export { restartDrive } from "./restart";
export { switchOver } from "./switch-over";
export { writeSteps } from "./write";
