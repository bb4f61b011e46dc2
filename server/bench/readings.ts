import { isEverything, type Scope } from "@/core/definition";
import { inBackground } from "@/server/background";
import type { Database } from "@/server/database";
import { faultTrouble } from "@/server/fault";
import { IMPORTANCE, loadReading, type Links } from "@/server/link";
import type { Person } from "@/server/people";
import type { Connection } from "./connection";
import type { Places } from "./places";
import { keepPace } from "./ways";

interface ReadingParts {
  db: Database;
  links: Links;
  /** The time of day, ms since 1970. */
  wall: () => number;
}

/** The readings from connected drives that are under way. */
export class Readings {
  private readonly under = new Map<string, { stop: AbortController; ended: Promise<unknown> }>();

  constructor(
    private readonly parts: ReadingParts,
    private readonly places: Places,
    /** Whether one is still connected. */
    private readonly isHere: (connection: Connection) => boolean,
  ) {}

  /** Stops the reading under way; what was read is kept and can be recorded as a partial record, or gone on with. */
  stop(id: string): void {
    this.under.get(id)?.stop.abort();
  }

  /** Begins to read a drive, all of it anew or where a stopped reading ended, or a part of it. `anew`: nothing of a stopped reading counts any more. False when it is being read already. */
  start(person: Person, connection: Connection, scope: Scope, anew: boolean): boolean {
    const { reading, id, outdated } = connection;
    if (this.under.has(id)) return false;
    const stop = new AbortController();
    // Groups from before it was written to and from after are no reading of one drive.
    const holds = !anew && outdated?.by !== "sent" && isEverything(scope);
    const goOn = holds && reading?.phase === "stopped" ? reading.id : undefined;
    const ended = inBackground(
      `reading ${connection.driveKey}`,
      () => this.read(person, connection, stop.signal, scope, goOn),
      (error) =>
        connection.endReading(
          connection.values,
          this.now(),
          faultTrouble(error, "reading", "Then read the drive again."),
        ),
    ).finally(() => {
      if (this.under.get(id)?.stop === stop) this.under.delete(id);
    });
    this.under.set(id, { stop, ended });
    return true;
  }

  /** Waits until the reading of a connection that is under way has ended. */
  async ended(id: string): Promise<void> {
    await this.under.get(id)?.ended;
  }

  private async read(
    person: Person,
    connection: Connection,
    signal: AbortSignal,
    scope: Scope,
    goOn?: string,
  ): Promise<void> {
    const { db, links } = this.parts;
    const { id } = connection;
    const result = await links.ask(
      "readOwn",
      { drive: id, byName: person.name, importance: IMPORTANCE.reading, scope, goOn },
      { onEvent: (view) => connection.takeReading(view), signal },
    );
    if (!this.isHere(connection)) return;
    // Of a broken-off reading whole groups are held; they can be recorded as a partial record.
    if (!result.ok) {
      const { reading } = connection;
      const held = reading ? (await loadReading(db, reading.id)).values : connection.values;
      return connection.endReading(held, this.now(), result.trouble);
    }
    const { values, msAValue } = result.value;
    connection.endReading(values, this.now());
    if (msAValue !== undefined) await keepPace(db, connection.address, msAValue);
    // What of it is as recorded can be told of a whole reading only.
    if (!isEverything(scope)) return connection.compare({});
    // Its own address is known only now, where it was reached at the one for drives that are alone.
    await this.places.standAgain(connection);
    await this.places.measureDrift(connection);
  }

  private now(): Date {
    return new Date(this.parts.wall());
  }
}
