import type { Result, Trouble } from "@/core/drive";
import { fittedWhere, misplaced, retiredThere, type Connection } from "@/server/bench";
import type { StartRequest } from "./begin";
import type { RunnerParts } from "./course";
import { NOT_CONNECTED } from "./troubles";

/** The connection that something is begun with: connected, and of the plant in which it is asked for; a trouble otherwise. */
export function connectedIn(connection: Connection | undefined, plantId: number): Result<Connection> {
  return connection?.phase === "connected" && connection.address.plantId === plantId
    ? { ok: true, value: connection }
    : NOT_CONNECTED;
}

/**
 * Why a restore is not begun with a connected drive, or what a person has to agree to first: the position was retired, a spare is fitted somewhere, or the drive
 * does not seem to belong there. Undefined when nothing speaks against it.
 */
export async function whyNotBegun(
  { db, shelf }: Pick<RunnerParts, "db" | "shelf">,
  plantId: number,
  { positionId, although, puttingBack, spare }: StartRequest,
  connection: Connection,
): Promise<Trouble | undefined> {
  const retired = puttingBack ? undefined : await retiredThere(db, positionId);
  if (retired) return retired;
  const fitted = spare ? await fittedWhere(db, connection.identity) : undefined;
  if (fitted)
    return {
      kind: "not-now",
      text: `The ledger has this drive fitted at ${fitted.plantId === plantId ? fitted.tag : "a position of another plant"}: it is no spare.`,
      remedy: "Say on its page first that it was taken out; or restore it where it stands.",
    };
  const agreed =
    spare || although || puttingBack || (connection.placeAgreed && connection.position?.id === positionId);
  // Its record of before is kept at this position: the ledger would follow without anybody having said so.
  return agreed ? undefined : misplaced(db, shelf, connection, positionId);
}
