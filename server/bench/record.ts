import { EVERYTHING, isEverything, type Scope } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { buildSet } from "@/core/set";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import { keepReading, type Kept } from "@/server/ledger";
import { dropReading } from "@/server/link";
import type { Person } from "@/server/people";
import type { Connection } from "./connection";
import { misplaced, retiredThere } from "./misplaced";
import { whyNotRecorded } from "./not-recorded";
import { NOTHING_MEANT, partOf } from "./part-of";
import type { Places } from "./places";
import { rememberAddress } from "./ways";

interface Parts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  /** The time of day, ms since 1970. */
  wall: () => number;
}

export interface RecordRequest {
  positionId: number;
  /** A person has agreed that it stands there, although that does not seem so. */
  although?: boolean;
  /** Only this part of what was read is kept. */
  scope?: Scope;
}

/**
 * Keeps the reading of a connected drive as a record of a position: one action, no second read. Where it does not seem to belong there, it is asked
 * first. `onKept` is told before anything else is.
 */
export async function recordConnected(
  parts: Parts,
  places: Places,
  onKept: ((person: Person, positionId: number, kept: Kept) => Promise<void>) | undefined,
  person: Person,
  connection: Connection,
  { positionId, although = false, scope = EVERYTHING }: RecordRequest,
): Promise<Result<Kept>> {
  const refused = whyNotRecorded(connection);
  if (refused) return bad(refused);
  const { definition, identity, state, address, reading } = connection;
  const values = partOf(definition, connection.values, scope);
  if (values.size === 0) return bad(NOTHING_MEANT);
  const { db, shelf, events } = parts;
  const retired = await retiredThere(db, positionId);
  if (retired) return bad(retired);
  const agreed = although || (connection.placeAgreed && connection.position?.id === positionId);
  const ask = agreed ? undefined : await misplaced(db, shelf, connection, positionId);
  if (ask) return bad(ask);
  const kept = await keepReading(db, definition, person, {
    positionId,
    set: buildSet(definition, values),
    identity,
    state: state!,
    linkName: address.linkName,
    unit: connection.unit,
    origin: "read",
    takenAt: connection.readAt ?? new Date(parts.wall()),
  });
  connection.keepIn(kept);
  await onKept?.(person, positionId, kept);
  // Of what only a part was kept the rest can still be.
  if (reading && isEverything(scope)) await dropReading(db, reading.id);
  await rememberAddress(db, connection, positionId);
  await places.recognise(connection);
  await places.measureDrift(connection);
  events.publish(address.plantId, { type: "ledger", tag: connection.position?.tag ?? "" });
  return good(kept);
}
