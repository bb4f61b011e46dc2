/** Links: sockets and serial ports, one queue each. */
export { makeLink, type DriveLink } from "./drive-link";
export { IMPORTANCE, type Importance } from "./queue";
export { SerialPorts, type SerialPortView } from "./serial-ports";
