/** Threads that ask things of each other over message ports. */
export { Peer, PeerGone, type Ask, type Handlers, type Port, type Under } from "./peer";
