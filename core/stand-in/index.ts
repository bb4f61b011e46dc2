/** A drive made of its definition, as plain code: it answers, refuses and obeys as its family would. What puts it on a line stands around it. */
export { StandInDrive } from "./drive";
export type { DriveMake } from "./drive-make";
export { handleModbus } from "./modbus-face";
export { answerSdo } from "./sdo-face";
export { standInSigns } from "./special";
export { updatedMake } from "./updated";
