/** What one can do with a connected drive, and the algorithms on it. */
export { askPatiently, type Asker } from "./asker";
export { CanopenDriveSession, type SdoAsker } from "./canopen-session";
export { fittingOf, identifyDrive, readIdentity, sameDrive, type Identified } from "./identity";
export type { AxisState, DriveIdentity, DriveState, FittedModule, FittedOption } from "./model";
export { ModbusDriveSession, type ModbusAsker } from "./modbus-session";
export type { DriveSession, Item, ItemOutcome, ReadStep, WriteOutcome } from "./session";
export { decodeState, readDriveState, signGiven, tripOf } from "./state";
export { whatChanged, type Change, type Parts } from "./swap";
export { bad, good, troubleOf, type Result, type Trouble } from "./trouble";
