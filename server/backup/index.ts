/** Copies of the whole ledger in one file: written while it is in use, looked through, taken in by an empty ledger, moved to a server. */
export { checkCopy, restoreCopy } from "./read";
export { takeSentCopy } from "./take-sent";
export { lookForDamage } from "./damage";
export { Copies, type CopyView } from "./copies";
export { rowsOf } from "./tables";
export { writeCopy, type Manifest } from "./write";
