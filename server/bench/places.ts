import { eq } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Connection } from "./connection";
import { misplaced, retiredThere } from "./misplaced";
import { compareWithStanding, standingAt } from "./place";
import { recognisePosition } from "./recognise";
import { suggestPositions } from "./suggest";
import { rememberAddress } from "./ways";

/** Where connected drives stand: found out, said by a person, or suggested; and how each compares with what its position holds. */
export class Places {
  constructor(
    private readonly parts: { db: Database; shelf: DefinitionShelf },
    private readonly connections: () => Connection[],
  ) {}

  /** Says at which position a drive stands. Asked first where it does not seem to belong there; `although` says that a person has agreed. */
  async placeAt(connection: Connection, positionId: number, although = false): Promise<Result<undefined>> {
    const { db, shelf } = this.parts;
    const retired = await retiredThere(db, positionId);
    if (retired) return bad(retired);
    const ask = although ? undefined : await misplaced(db, shelf, connection, positionId);
    if (ask) return bad(ask);
    const [row] = await db.select().from(tables.position).where(eq(tables.position.id, positionId));
    if (row) {
      const standing = await standingAt(db, shelf, row, connection);
      connection.standAt({ ...standing, agreed: although });
      await this.measureDrift(connection);
    }
    return good(undefined);
  }

  /** Notes the way by which a drive answers now with its position. False when it stands at none. */
  async noteWay(connection: Connection): Promise<boolean> {
    const { position } = connection;
    if (!position) return false;
    await rememberAddress(this.parts.db, connection, position.id, true);
    await this.standAgain(connection);
    return true;
  }

  /** Looks anew how a drive stands at its position, and leaves it there: what a person has said is not taken back. */
  async standAgain(connection: Connection): Promise<void> {
    const { db, shelf } = this.parts;
    const { position, placeAgreed, answersAt } = connection;
    if (!position) return;
    connection.standAt({
      ...(await standingAt(db, shelf, position, connection)),
      agreed: placeAgreed,
      answersAt,
    });
  }

  /** Finds the plant position of a connected drive anew; where nothing tells, positions are suggested. */
  async recognise(connection: Connection): Promise<void> {
    const { db, shelf } = this.parts;
    const { identity, address, unit } = connection;
    const found = await recognisePosition(db, address.plantId, identity, { linkId: address.linkId, unit });
    if (found) {
      const standing = await standingAt(db, shelf, found.position, connection);
      connection.standAt({ ...standing, answersAt: found.answersAt });
      return;
    }
    connection.suggest(await suggestPositions(db, connection, this.connections()));
  }

  /** Compares what was read with the position's standing record. */
  async measureDrift(connection: Connection): Promise<void> {
    connection.compare({});
    if (connection.position && connection.reading?.phase === "done")
      connection.compare(await compareWithStanding(this.parts.db, this.parts.shelf, connection));
  }
}
