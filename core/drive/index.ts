/** What one can do with a connected drive, and the algorithms on it. */
export { askPatiently, type Asker } from "./asker";
export { CAUTIOUS_SDO_MS, SdoItemReader, type SdoAsker } from "./canopen-items";
export { CanopenDriveSession } from "./canopen-session";
export {
  fittingOf,
  identifyDrive,
  otherDriveWords,
  readIdentity,
  sameDrive,
  type Identified,
} from "./identity";
export { driveKeyOf, driveWords, identifyAgain, imitatesNow, ownDefinitionId } from "./imitation";
export type { AxisState, DriveIdentity, DriveState, FittedModule, FittedOption } from "./model";
export { CAUTIOUS_MODBUS, ModbusItemReader, type ModbusAsker, type ModbusReading } from "./modbus-items";
export { ModbusDriveSession } from "./modbus-session";
export type {
  BlockRun,
  DriveSession,
  Item,
  ItemOutcome,
  ItemReader,
  ReadStep,
  WriteOutcome,
} from "./session";
export { decodeState, readDriveState, signGiven, tripOf } from "./state";
export { axisOf, moduleChanges, moduleWords, type ModuleChange } from "./modules";
export { whatChanged, type Change, type Parts } from "./swap";
export { bad, good, troubleOf, type Result, type Trouble } from "./trouble";
export { TROUBLE_CODES, TROUBLES, type TroubleCode } from "./trouble-codes";
