import type { ConnectionView } from "@/core/contract";
import type { LiveState } from "./take";

/** The connection to the drive at a position: to the one that answers, where another is lost there. */
export function connectionAt(
  connections: ReadonlyMap<string, ConnectionView>,
  tag: string,
): ConnectionView | undefined {
  const there = [...connections.values()].filter((each) => each.position?.tag === tag);
  return there.find((each) => each.phase === "connected") ?? there[0];
}

/** The same where it answers and the program that tells of it is heard: something can be done with it now. */
export function hereAt(
  { connections, online }: Pick<LiveState, "connections" | "online">,
  tag: string,
): ConnectionView | undefined {
  const there = connectionAt(connections, tag);
  return there && howItStands(there, online).here ? there : undefined;
}

/**
 * A connection as far as anything is known of it now: while the program that tells of it is not heard, what its drive does is not known, as of one that is being connected.
 * Example: of a connected one "connected", then "connecting" once the stream broke.
 */
export function asHeard(view: ConnectionView, online: boolean): ConnectionView {
  return online || view.phase !== "connected" ? view : { ...view, phase: "connecting" };
}

/** How a connection stands, for pages that only name it. `online`: the program that tells of it is heard. Example: `{ here: false, words: "its connection is lost" }`. */
export function howItStands(
  { phase }: Pick<ConnectionView, "phase">,
  online: boolean,
): { here: boolean; words: string } {
  if (!online) return { here: false, words: "was connected; the program is not heard" };
  if (phase === "connected") return { here: true, words: "connected now" };
  if (phase === "connecting") return { here: false, words: "being connected" };
  if (phase === "other-drive") return { here: false, words: "another drive answers in its place" };
  return { here: false, words: "its connection is lost" };
}
