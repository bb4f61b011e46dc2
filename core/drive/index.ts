/** What one can do with a connected drive, and the algorithms on it. */
export { askPatiently, type Asker } from "./asker";
export { identifyDrive, readIdentity, sameDrive, type DriveIdentity, type Identified } from "./identity";
export { ModbusDriveSession } from "./modbus-session";
export type { DriveSession, ReadStep, WriteOutcome } from "./session";
export { decodeState, signGiven, tripOf, type DriveState } from "./state";
export { bad, good, troubleOf, type Result, type Trouble } from "./trouble";
