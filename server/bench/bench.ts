import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { driftOf } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { bad, good, whatChanged, type Result } from "@/core/drive";
import { linkKey, linkText, LINK_WORDS, speaksOn, type LinkSettings } from "@/core/link";
import type { ConnectionView, ReadingView } from "@/core/live";
import type { Clock } from "@/core/protocol/channel";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import { keepReading, loadSet, recordById, standingOf, type Kept } from "@/server/ledger";
import { IMPORTANCE } from "@/server/link";
import { hasAcknowledged, NOT_ACKNOWLEDGED, type Person } from "@/server/people";
import { Connection, type BenchTiming } from "./connection";
import { LinkPool } from "./link-pool";
import { loadReading, readWhole } from "./read-whole";
import { recognisePosition } from "./recognise";
import { noteSighting } from "./sightings";

export interface BenchParts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  clock: Clock;
  timing: BenchTiming;
}

export interface ConnectRequest {
  link: LinkSettings;
  unit: number;
  /** Id of a definition that a person chose for a drive that none fits. */
  as?: string;
}

/** The drives one is connected to, and the readings from them. */
export class Bench {
  readonly links: LinkPool;
  private readonly connections = new Map<string, Connection>();
  private readonly connecting = new Map<string, Promise<Result<ConnectionView>>>();
  private readonly stopReading = new Map<string, AbortController>();

  constructor(private readonly parts: BenchParts) {
    this.links = new LinkPool(parts.clock);
  }

  /** Connects, finds out who answers, and begins to read. Refused until the warning before live work was acknowledged. */
  async connect(person: Person, request: ConnectRequest): Promise<Result<ConnectionView>> {
    const { db } = this.parts;
    if (!(await hasAcknowledged(db, person))) {
      return NOT_ACKNOWLEDGED;
    }
    // Two people at the same moment share one connection.
    const key = `${linkKey(request.link)}/${request.unit}`;
    const under =
      this.connecting.get(key) ?? this.open(person, request).finally(() => this.connecting.delete(key));
    this.connecting.set(key, under);
    return under;
  }

  private async open(
    person: Person,
    { link: settings, unit, as }: ConnectRequest,
  ): Promise<Result<ConnectionView>> {
    const { clock, timing, shelf } = this.parts;
    const already = this.at(settings, unit);
    // One that is known stays, whoever asks; one that was read with the nearest definition is looked at anew: its own may be here now.
    if (already && already.phase !== "other-drive" && already.fit === "fits") return good(already.view());
    const chosen = as === undefined ? undefined : shelf.find(as);
    if (as !== undefined && (!chosen || !speaksOn(chosen, settings)))
      return bad({
        kind: "stopped",
        text: `There is no definition ${as} that speaks on such a link.`,
        remedy: "Choose one of those that are offered.",
      });
    if (already) this.letGo(already.address.id);
    const taken = this.links.take(settings, `the drive at address ${unit}`);
    if (!taken.ok) return taken;
    const linkRow = await this.linkRow(settings);
    const candidates = shelf.all.filter((each) => speaksOn(each, settings));
    const connection = new Connection(
      { id: randomUUID().slice(0, 8), linkId: linkRow.id, linkName: linkRow.name, link: settings, unit },
      taken.value,
      candidates,
      clock,
      timing,
      (each) => this.parts.events.publish({ type: "connection", view: each.view() }),
    );
    const started =
      candidates.length === 0
        ? bad<void>({
            kind: "unknown-drive",
            text: `No known family speaks ${LINK_WORDS[settings.kind]}.`,
            remedy: "Choose another kind of link, or import a definition.",
          })
        : await connection.start(chosen);
    if (!started.ok) {
      connection.end();
      this.links.drop(settings);
      this.parts.events.publish({ type: "connection-gone", id: connection.address.id });
      return started;
    }
    this.connections.set(connection.address.id, connection);
    await this.noteSuccess(linkRow.id, unit, connection);
    await this.recognise(connection);
    void this.read(person, connection);
    return good(connection.view());
  }

  /** The connection to the drive at an address of a link, if there is one. */
  at(settings: LinkSettings, unit: number): Connection | undefined {
    return this.list().find(
      (each) => linkKey(each.address.link) === linkKey(settings) && each.address.unit === unit,
    );
  }

  find(id: string): Connection | undefined {
    return this.connections.get(id);
  }

  /** The connection to a drive, by who it is rather than where. */
  findDrive(definitionId: string, serial: string): Connection | undefined {
    return this.list().find(
      (each) =>
        each.identity?.definitionId === definitionId &&
        each.identity.serial === serial &&
        each.phase !== "other-drive",
    );
  }

  /** A definition by its id; throws when it is not here. */
  definition(id: string): Definition {
    return this.parts.shelf.get(id);
  }

  list(): Connection[] {
    return [...this.connections.values()];
  }

  /** Lets go of a drive. What was read stays read. */
  letGo(id: string): void {
    const connection = this.connections.get(id);
    if (!connection) return;
    this.stopReading.get(id)?.abort();
    connection.end();
    this.connections.delete(id);
    this.links.drop(connection.address.link);
    this.parts.events.publish({ type: "connection-gone", id });
  }

  closeAll(): void {
    for (const id of [...this.connections.keys()]) this.letGo(id);
  }

  /** Stops the reading under way; what was read is kept and can be recorded as a partial record, or gone on with. */
  stop(id: string): void {
    this.stopReading.get(id)?.abort();
  }

  /** Reads the drive, anew or where a stopped reading ended. */
  async read(person: Person, connection: Connection, goOn?: number): Promise<void> {
    const { db } = this.parts;
    const { id } = connection.address;
    if (connection.reading?.phase === "reading" || connection.reading?.phase === "waiting") return;
    const stop = new AbortController();
    this.stopReading.set(id, stop);
    const jobId = goOn ?? (await this.openReadJob(person, connection));
    let latest: ReadingView | undefined;
    const result = await readWhole(
      db,
      connection,
      { id: jobId, stage: "read" },
      IMPORTANCE.reading,
      (view) => {
        latest = { ...view, groups: view.groups.map((each) => ({ ...each })) };
        connection.reading = latest;
        connection.announce();
      },
      stop.signal,
    );
    this.stopReading.delete(id);
    if (result.ok) {
      connection.values = result.value.values;
      connection.readAt = new Date();
      connection.reading = { ...latest!, phase: "done", share: 1, msLeft: 0 };
      await db
        .update(tables.job)
        .set({ open: false, phase: "done", endedAt: new Date() })
        .where(eq(tables.job.id, jobId));
      await this.measureDrift(connection);
    } else {
      // Whole groups are kept; they can be recorded as a partial record.
      connection.values = (await loadReading(db, jobId, "read")).values;
      connection.readAt = new Date();
      if (latest) connection.reading = { ...latest, phase: "stopped", msLeft: undefined };
      await db
        .update(tables.job)
        .set({ open: false, phase: "stopped", trouble: result.trouble })
        .where(eq(tables.job.id, jobId));
    }
    connection.announce();
  }

  /** Keeps the reading of a connected drive as a record of a position: one action, no second read. */
  async record(person: Person, id: string, positionId: number): Promise<Result<Kept>> {
    const connection = this.connections.get(id);
    if (!connection?.definition || !connection.identity || !connection.state)
      return bad({
        kind: "stopped",
        text: "This drive is not connected any more.",
        remedy: "Connect it again.",
      });
    if (
      !connection.reading ||
      connection.reading.phase === "reading" ||
      connection.reading.phase === "waiting"
    ) {
      return bad({
        kind: "stopped",
        text: "The drive is still being read.",
        remedy: "Wait until the reading is done, or stop it and keep a partial record.",
      });
    }
    if (connection.fit === "nearest") {
      return bad({
        kind: "unknown-drive",
        text: `No definition here fits firmware ${connection.identity.firmware} of ${connection.definition.title}.`,
        remedy:
          "Add a definition for this firmware first; a record made under the wrong one could not be trusted.",
      });
    }
    if (connection.values.size === 0)
      return bad({ kind: "stopped", text: "Nothing has been read yet.", remedy: "Read the drive first." });
    const kept = await keepReading(this.parts.db, connection.definition, person, {
      positionId,
      set: buildSet(connection.definition, connection.values),
      identity: connection.identity,
      state: connection.state,
      linkName: connection.address.linkName,
      unit: connection.address.unit,
      origin: "read",
      takenAt: connection.readAt ?? new Date(),
    });
    await this.rememberAddress(connection, positionId);
    await this.recognise(connection);
    await this.measureDrift(connection);
    this.parts.events.publish({ type: "ledger", tag: connection.position?.tag ?? "" });
    return good(kept);
  }

  /** Says at which position a drive stands when neither serial number nor address tell. */
  async placeAt(id: string, positionId: number): Promise<void> {
    const connection = this.connections.get(id);
    if (!connection) return;
    const rows = await this.parts.db.select().from(tables.position).where(eq(tables.position.id, positionId));
    if (!rows[0]) return;
    await this.stand(connection, rows[0]);
    await this.measureDrift(connection);
    connection.announce();
  }

  /** Finds the plant position of a connected drive anew. */
  async recognise(connection: Connection): Promise<void> {
    const row = await recognisePosition(this.parts.db, connection.identity!, connection.address);
    if (row) await this.stand(connection, row);
    connection.announce();
  }

  /** Compares what was read with the position's standing record. */
  async measureDrift(connection: Connection): Promise<void> {
    const { db } = this.parts;
    connection.drift = undefined;
    if (!connection.position || !connection.definition || connection.reading?.phase !== "done") return;
    const choice = await standingOf(db, connection.position.id);
    const row = choice && (await recordById(db, choice.recordId));
    if (!row || row.definitionId !== connection.definition.id) return;
    const standard = valuesByCode(factorySet(connection.definition, connection.identity?.rating));
    const drift = driftOf(
      connection.definition,
      standard,
      valuesByCode(await loadSet(db, row)),
      connection.values,
    );
    connection.drift = {
      record: row.number,
      changed: drift.changed.length,
      backToDefault: drift.backToDefault.length,
      compared: drift.compared,
    };
  }

  private async stand(
    connection: Connection,
    row: { id: number; tag: string; title: string },
  ): Promise<void> {
    connection.position = { id: row.id, tag: row.tag, title: row.title };
    const { drive } = tables;
    const fitted = (
      await this.parts.db
        .select()
        .from(drive)
        .where(and(eq(drive.positionId, row.id), eq(drive.whereabouts, "fitted")))
    )[0];
    const definition = fitted && this.parts.shelf.find(fitted.definitionId);
    const change = fitted ? whatChanged(fitted, connection.identity!) : "same";
    connection.swappedFor =
      fitted && change !== "same"
        ? {
            serial: fitted.serial,
            ratingName: (fitted.rating && definition?.ratings.get(fitted.rating)?.name) || "unknown rating",
            change,
            ...(fitted.powerPart ? { powerPart: fitted.powerPart } : {}),
          }
        : undefined;
  }

  private async rememberAddress(connection: Connection, positionId: number): Promise<void> {
    // A drive that was reached at its lone address is to be found again when it is not alone any more.
    const { definition, values, address } = connection;
    const own =
      definition?.file.modbus?.loneAddress === address.unit && definition.addressCode
        ? values.get(definition.addressCode)
        : undefined;
    await this.parts.db
      .update(tables.position)
      .set({ linkId: address.linkId, unitAddress: own === undefined ? address.unit : Number(own) })
      .where(eq(tables.position.id, positionId));
  }

  private async openReadJob(person: Person, connection: Connection): Promise<number> {
    const rows = await this.parts.db
      .insert(tables.job)
      .values({
        kind: "read",
        open: true,
        phase: "reading",
        by: person.id,
        byName: person.name,
        startedAt: new Date(),
        positionId: connection.position?.id ?? null,
        driveKey: `${connection.identity!.definitionId}/${connection.identity!.serial}`,
        detail: {},
      })
      .returning({ id: tables.job.id });
    return rows[0]!.id;
  }

  /** The kept link with these settings; settings that changed are kept anew, the name stays. */
  async linkRow(settings: LinkSettings): Promise<typeof tables.link.$inferSelect> {
    const { link } = tables;
    const rows = await this.parts.db
      .insert(link)
      .values({ name: linkText(settings), key: linkKey(settings), settings })
      .onConflictDoUpdate({ target: link.key, set: { settings } })
      .returning();
    return rows[0]!;
  }

  private async noteSuccess(linkId: number, unit: number, connection: Connection): Promise<void> {
    const { db } = this.parts;
    const at = new Date();
    await db.update(tables.link).set({ lastSuccess: at }).where(eq(tables.link.id, linkId));
    await noteSighting(db, { linkId, unit, at, identity: connection.identity! });
  }
}
