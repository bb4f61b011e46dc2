/** Links: sockets (later serial ports), one queue each. */
export { Link } from "./link";
export { IMPORTANCE, type Importance } from "./queue";
export { openTcp } from "./tcp-channel";
