import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import type { ConnectionView } from "@/core/contract";
import { EVERYTHING, type Scope } from "@/core/definition";
import { bad, driveKeyOf, good, type Result } from "@/core/drive";
import { linkKey, speaksOn, type LinkSettings } from "@/core/link";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Events } from "@/server/events";
import type { Kept } from "@/server/ledger";
import type { Links, LiveView, LookTiming } from "@/server/link";
import type { Person } from "@/server/people";
import { keepSettings, linkRow } from "@/server/plant";
import { Connection } from "./connection";
import { Places } from "./places";
import { Readings } from "./readings";
import { recordConnected } from "./record";
import { noteSuccess } from "./ways";

/** How often drives are looked at, in ms. */
export const USUAL_TIMING: LookTiming = { watchMs: 1000, retryMs: 300, longestRetryMs: 2000 };

export interface BenchParts {
  db: Database;
  shelf: DefinitionShelf;
  events: Events;
  links: Links;
  timing: LookTiming;
  /** The time of day, ms since 1970. */
  wall: () => number;
  /** Whether a link may be opened for a plant; why not, in words. */
  mayReach: (plantId: number, link: LinkSettings) => Promise<Result<undefined>>;
}

export interface ConnectRequest {
  link: LinkSettings;
  unit: number;
  /** Id of a definition that a person chose for a drive that none fits. */
  as?: string;
}

const OF_ANOTHER_PLANT = bad<never>({
  kind: "busy",
  text: "Somebody of another plant is connected to this drive.",
  remedy: "Ask them to let go of it; or choose the right plant.",
});

/** The drives one is connected to, and the readings from them. */
export class Bench {
  private readonly connections = new Map<string, Connection>();
  private readonly connecting = new Map<string, Promise<Result<ConnectionView>>>();
  private toldRevision = -1;

  private readonly places: Places;
  private readonly readings: Readings;

  /** Told of every reading that was kept, or found unchanged. */
  onKept: ((person: Person, positionId: number, kept: Kept) => Promise<void>) | undefined;

  constructor(private readonly parts: BenchParts) {
    this.places = new Places(parts, () => this.list());
    this.readings = new Readings(parts, this.places, (each) => this.find(each.id) === each);
  }

  /** Connects, finds out who answers, and begins to read. Two people at the same moment share one connection. */
  async connect(person: Person, plantId: number, request: ConnectRequest): Promise<Result<ConnectionView>> {
    const key = `${linkKey(request.link)}/${request.unit}`;
    const under =
      this.connecting.get(key) ??
      this.open(person, plantId, request).finally(() => this.connecting.delete(key));
    this.connecting.set(key, under);
    const opened = await under;
    // It may have been somebody of another plant who was first.
    if (opened.ok && this.find(opened.value.id)?.address.plantId !== plantId) return OF_ANOTHER_PLANT;
    return opened;
  }

  private async open(
    person: Person,
    plantId: number,
    { link, unit, as }: ConnectRequest,
  ): Promise<Result<ConnectionView>> {
    const { shelf, links, timing, events } = this.parts;
    const may = await this.parts.mayReach(plantId, link);
    if (!may.ok) return may;
    const already = this.at(link, unit);
    if (already && already.address.plantId !== plantId) return OF_ANOTHER_PLANT;
    // One that is known stays, whoever asks; one that was read with the nearest definition is looked at anew: its own may be here now.
    if (already && already.phase !== "other-drive" && already.fit === "fits") return good(already.view());
    const chosen = as === undefined ? undefined : shelf.find(as);
    if (as !== undefined && (!chosen || !speaksOn(chosen, link)))
      return bad({
        kind: "no-definition",
        text: `There is no definition ${as} that speaks on such a link.`,
        remedy: "Choose one of those that are offered.",
      });
    if (already) await this.letGo(already.id);
    const id = randomUUID().slice(0, 8);
    await this.tellDefinitions();
    const [row, answer] = await Promise.allSettled([
      linkRow(this.parts.db, plantId, link),
      links.ask("connect", { drive: id, link, unit, as, timing, thenReadBy: person.name }),
    ]);
    if (answer.status === "rejected") throw answer.reason;
    const started = answer.value;
    if (!started.ok) return started;
    if (row.status === "rejected") {
      // Nobody would know of the drive, and nobody could let go of it.
      await links.ask("release", { drive: id });
      throw row.reason;
    }
    const { id: linkId, name: linkName } = row.value;
    const connection = new Connection(
      { id, plantId, linkId, linkName, link, notedAt: unit, by: { id: person.id, name: person.name } },
      started.value,
      (definitionId) => shelf.get(definitionId),
      (each) => {
        // One that was let go says nothing any more.
        if (this.connections.get(id) === each)
          events.publish(plantId, { type: "connection", view: each.view() });
      },
    );
    this.connections.set(id, connection);
    // Where it stands is found out while it is read already; a quick drive may be through before that.
    if (connection.definition.file.readingDisturbs === undefined) this.startReading(person, connection);
    await noteSuccess(this.parts.db, connection, this.now());
    await this.places.recognise(connection);
    await this.places.measureDrift(connection);
    return good(connection.view());
  }

  /** Takes in what the links' thread tells of a drive. One that is found elsewhere, or speaks another way on its line, is noted there. */
  async takeChange({ live, drive }: { drive: string; live: LiveView }): Promise<void> {
    const connection = this.connections.get(drive);
    if (!connection) return;
    const { address } = connection;
    connection.takeLive(live);
    if (live.phase !== "connected") return;
    const spoken = address.link;
    const anew = !isDeepStrictEqual(spoken, live.link);
    // Its new address may have been told while it still counted as lost.
    if (!anew && address.notedAt === live.unit) return;
    address.notedAt = live.unit;
    if (anew) {
      const { linkId: id, linkName: name } = address;
      address.link = live.link;
      address.linkName = (await keepSettings(this.parts.db, { id, name, settings: spoken }, live.link)).name;
    }
    await noteSuccess(this.parts.db, connection, this.now());
    await this.places.standAgain(connection);
  }

  /** Tells the links' thread which definitions are at hand, where they have changed. */
  async tellDefinitions(): Promise<void> {
    const { shelf, links } = this.parts;
    if (this.toldRevision === shelf.revision) return;
    const { revision } = shelf;
    await links.ask(
      "definitions",
      shelf.all.map((each) => each.file),
    );
    this.toldRevision = revision;
  }

  /** The connection to the drive at an address of a link, if there is one. */
  at(settings: LinkSettings, unit: number): Connection | undefined {
    return this.list().find((each) => linkKey(each.address.link) === linkKey(settings) && each.unit === unit);
  }

  find(id: string): Connection | undefined {
    return this.connections.get(id);
  }

  /** The connection to a drive, by who it is rather than where. */
  findDrive(identity: Parameters<typeof driveKeyOf>[0]): Connection | undefined {
    const key = driveKeyOf(identity);
    const found = this.list().filter((each) => each.driveKey === key && each.phase !== "other-drive");
    // One that was lost elsewhere may still be held; the one that answers counts.
    return found.find((each) => each.phase === "connected") ?? found[0];
  }

  list(): Connection[] {
    return [...this.connections.values()];
  }

  /** Those of a plant. */
  listOf(plantId: number): Connection[] {
    return this.list().filter((each) => each.address.plantId === plantId);
  }

  /** Lets go of a drive. What was only read and not kept is forgotten. */
  async letGo(id: string): Promise<void> {
    const connection = this.connections.get(id);
    if (!connection) return;
    this.readings.stop(id);
    this.connections.delete(id);
    this.parts.events.publish(connection.address.plantId, { type: "connection-gone", id });
    await this.parts.links.ask("release", { drive: id });
  }

  /** Stops the reading under way; what was read is kept and can be recorded as a partial record, or gone on with. */
  stop(id: string): void {
    this.readings.stop(id);
  }

  /** Begins to read a drive; see `Readings`. */
  startReading(person: Person, connection: Connection, scope: Scope = EVERYTHING, anew = false): boolean {
    return this.readings.start(person, connection, scope, anew);
  }

  /** Waits until the reading of a connection that is under way has ended. Whether everything was read by it. */
  async readingEnded(connection: Connection): Promise<boolean> {
    await this.readings.ended(connection.id);
    return this.find(connection.id) === connection && connection.reading?.phase === "done";
  }

  /** A restore onto a drive was ended without reading it: how it stands at its position is looked at anew. */
  async restoreEnded(connection: Connection): Promise<void> {
    await this.places.standAgain(connection);
  }

  /** Takes in what a restore has read from a drive, and as which record it has kept that. */
  async takeValues(
    connection: Connection,
    values: ReadonlyMap<string, number | string>,
    kept: Kept,
  ): Promise<void> {
    connection.endReading(values, this.now());
    connection.keepIn(kept);
    // The restore has kept its records: the drive is the one that is fitted there now.
    await this.places.recognise(connection);
    await this.places.measureDrift(connection);
  }

  /** Keeps the reading of a connected drive as a record of a position; see `recordConnected`. */
  record(
    person: Person,
    connection: Connection,
    positionId: number,
    although = false,
    scope: Scope = EVERYTHING,
  ): Promise<Result<Kept>> {
    const request = { positionId, although, scope };
    return recordConnected(this.parts, this.places, this.onKept, person, connection, request);
  }

  /** A position was named, moved or retired: the drives that stand there are told so. */
  async positionChanged(positionId: number): Promise<void> {
    for (const connection of this.list())
      if (connection.position?.id === positionId) await this.places.recognise(connection);
  }

  /** Says at which position a drive stands; see `Places`. */
  placeAt(connection: Connection, positionId: number, although = false): Promise<Result<undefined>> {
    return this.places.placeAt(connection, positionId, although);
  }

  /** Notes the way by which a drive answers now with its position. False when it stands at none. */
  noteWay(connection: Connection): Promise<boolean> {
    return this.places.noteWay(connection);
  }

  private now(): Date {
    return new Date(this.parts.wall());
  }
}
