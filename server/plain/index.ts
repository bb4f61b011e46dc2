/** The ledger as plain files, in folders or in one bundle; and what is in them taken into this ledger. */
export { bundleOf } from "./bundle";
export { openSource, SourceFault, type Source } from "./source";
export { takeIn } from "./take";
export type { TakenIn } from "./taking";
export { takeUpload } from "./take-upload";
export type { PlainFile } from "./plain-file";
export { plainFiles } from "./write";
