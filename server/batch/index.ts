/** Several restores in one go. */
export { Batches, type MemberConfirmed } from "./batches";
export { listBatches } from "./rows";
