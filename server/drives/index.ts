/** Drives by their serial number: what happened to them, and where they are. */
export {
  addDrive,
  driveHref,
  findDrive,
  lifeOf,
  moveDrive,
  noteOnDrive,
  type DriveRow,
  type LifeLine,
} from "./life";
