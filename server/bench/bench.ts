import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { driftOf } from "@/core/compare";
import type { Definition } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import type { ConnectionView, ReadingView } from "@/core/live";
import type { Clock } from "@/core/protocol/channel";
import { tcpFraming } from "@/core/protocol/modbus";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import { keepReading, loadSet, recordById, standingOf, type Kept } from "@/server/ledger";
import { IMPORTANCE, Link, openTcp } from "@/server/link";
import { hasAcknowledged, type Person } from "@/server/people";
import { Connection, type BenchTiming } from "./connection";
import { loadReading, readWhole } from "./read-whole";
import { recognisePosition } from "./recognise";

export interface BenchParts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  clock: Clock;
  timing: BenchTiming;
}

export interface ConnectRequest {
  host: string;
  port: number;
  unit: number;
}

/** The drives one is connected to, and the readings from them. */
export class Bench {
  private readonly links = new Map<string, { link: Link; users: number }>();
  private readonly connections = new Map<string, Connection>();
  private readonly connecting = new Map<string, Promise<Result<ConnectionView>>>();
  private readonly stopReading = new Map<string, AbortController>();

  constructor(private readonly parts: BenchParts) {}

  /** Connects, finds out who answers, and begins to read. Refused until the warning before live work was acknowledged. */
  async connect(person: Person, request: ConnectRequest): Promise<Result<ConnectionView>> {
    const { db } = this.parts;
    if (!(await hasAcknowledged(db, person))) {
      return bad({ kind: "stopped", text: "The warning before live work has not been acknowledged.", remedy: "Read and acknowledge it on the bench first." });
    }
    // Two people at the same moment share one connection.
    const key = `${request.host}:${request.port}:${request.unit}`;
    const under = this.connecting.get(key) ?? this.open(person, request).finally(() => this.connecting.delete(key));
    this.connecting.set(key, under);
    return under;
  }

  private async open(person: Person, { host, port, unit }: ConnectRequest): Promise<Result<ConnectionView>> {
    const { db, clock, timing, shelf } = this.parts;
    const already = [...this.connections.values()].find((each) => each.address.host === host && each.address.port === port && each.address.unit === unit);
    if (already && already.phase !== "other-drive") return good(already.view());
    if (already) this.letGo(already.address.id);
    const linkRow = await this.linkRow(host, port);
    const link = this.takeLink(host, port);
    const connection = new Connection({ id: randomUUID().slice(0, 8), linkId: linkRow.id, linkName: linkRow.name, host, port, unit }, link, shelf.all, clock, timing, (each) => this.parts.events.publish({ type: "connection", view: each.view() }));
    const started = await connection.start();
    if (!started.ok) {
      connection.end();
      this.dropLink(host, port);
      return started;
    }
    this.connections.set(connection.address.id, connection);
    await db.update(tables.link).set({ lastSuccess: new Date() }).where(eq(tables.link.id, linkRow.id));
    await this.recognise(connection);
    void this.read(person, connection);
    return good(connection.view());
  }

  find(id: string): Connection | undefined {
    return this.connections.get(id);
  }

  /** The connection to a drive, by who it is rather than where. */
  findDrive(definitionId: string, serial: string): Connection | undefined {
    return this.list().find((each) => each.identity?.definitionId === definitionId && each.identity.serial === serial && each.phase !== "other-drive");
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
    this.dropLink(connection.address.host, connection.address.port);
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
    const result = await readWhole(db, connection, { id: jobId, stage: "read" }, IMPORTANCE.reading, (view) => {
      latest = { ...view, groups: view.groups.map((each) => ({ ...each })) };
      connection.reading = latest;
      connection.announce();
    }, stop.signal);
    this.stopReading.delete(id);
    if (result.ok) {
      connection.values = result.value.values;
      connection.readAt = new Date();
      connection.reading = { ...latest!, phase: "done", share: 1, msLeft: 0 };
      await db.update(tables.job).set({ open: false, phase: "done", endedAt: new Date() }).where(eq(tables.job.id, jobId));
      await this.measureDrift(connection);
    } else {
      // Whole groups are kept; they can be recorded as a partial record.
      connection.values = (await loadReading(db, jobId, "read")).values;
      connection.readAt = new Date();
      if (latest) connection.reading = { ...latest, phase: "stopped", msLeft: undefined };
      await db.update(tables.job).set({ open: false, phase: "stopped", trouble: result.trouble }).where(eq(tables.job.id, jobId));
    }
    connection.announce();
  }

  /** Keeps the reading of a connected drive as a record of a position: one action, no second read. */
  async record(person: Person, id: string, positionId: number): Promise<Result<Kept>> {
    const connection = this.connections.get(id);
    if (!connection?.definition || !connection.identity || !connection.state) return bad({ kind: "stopped", text: "This drive is not connected any more.", remedy: "Connect it again." });
    if (!connection.reading || connection.reading.phase === "reading" || connection.reading.phase === "waiting") {
      return bad({ kind: "stopped", text: "The drive is still being read.", remedy: "Wait until the reading is done, or stop it and keep a partial record." });
    }
    if (connection.fit === "nearest") {
      return bad({ kind: "unknown-drive", text: `No definition here fits firmware ${connection.identity.firmware} of ${connection.definition.title}.`, remedy: "Add a definition for this firmware first; a record made under the wrong one could not be trusted." });
    }
    if (connection.values.size === 0) return bad({ kind: "stopped", text: "Nothing has been read yet.", remedy: "Read the drive first." });
    const kept = await keepReading(this.parts.db, connection.definition, person, {
      positionId, set: buildSet(connection.definition, connection.values), identity: connection.identity, state: connection.state,
      linkName: connection.address.linkName, unit: connection.address.unit, origin: "read", takenAt: connection.readAt ?? new Date(),
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
    const drift = driftOf(connection.definition, standard, valuesByCode(await loadSet(db, row)), connection.values);
    connection.drift = { record: row.number, changed: drift.changed.length, backToDefault: drift.backToDefault.length, compared: drift.compared };
  }

  private async stand(connection: Connection, row: { id: number; tag: string; title: string }): Promise<void> {
    connection.position = { id: row.id, tag: row.tag, title: row.title };
    const { drive } = tables;
    const fitted = (await this.parts.db.select().from(drive).where(and(eq(drive.positionId, row.id), eq(drive.whereabouts, "fitted"))))[0];
    const definition = fitted && this.parts.shelf.find(fitted.definitionId);
    connection.swappedFor = fitted && fitted.serial !== connection.identity!.serial
      ? { serial: fitted.serial, ratingName: (fitted.rating && definition?.ratings.get(fitted.rating)?.name) || "unknown rating" } : undefined;
  }

  private async rememberAddress(connection: Connection, positionId: number): Promise<void> {
    await this.parts.db.update(tables.position).set({ linkId: connection.address.linkId, unitAddress: connection.address.unit }).where(eq(tables.position.id, positionId));
  }

  private async openReadJob(person: Person, connection: Connection): Promise<number> {
    const rows = await this.parts.db.insert(tables.job).values({
      kind: "read", open: true, phase: "reading", by: person.id, byName: person.name, startedAt: new Date(),
      positionId: connection.position?.id ?? null, driveKey: `${connection.identity!.definitionId}/${connection.identity!.serial}`, detail: {},
    }).returning({ id: tables.job.id });
    return rows[0]!.id;
  }

  private async linkRow(host: string, port: number): Promise<typeof tables.link.$inferSelect> {
    const { link } = tables;
    await this.parts.db.insert(link).values({ name: `${host}:${port}`, kind: "modbus-tcp", host, port }).onConflictDoNothing();
    return (await this.parts.db.select().from(link).where(and(eq(link.host, host), eq(link.port, port))))[0]!;
  }

  private takeLink(host: string, port: number): Link {
    const key = `${host}:${port}`;
    const held = this.links.get(key) ?? { link: new Link((timeoutMs) => openTcp(host, port, timeoutMs), tcpFraming, this.parts.clock), users: 0 };
    held.users += 1;
    this.links.set(key, held);
    return held.link;
  }

  private dropLink(host: string, port: number): void {
    const key = `${host}:${port}`;
    const held = this.links.get(key);
    if (!held) return;
    held.users -= 1;
    if (held.users > 0) return;
    held.link.close();
    this.links.delete(key);
  }
}
