import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { addNote, keepReading, raiseStanding } from "@/server/ledger";
import type { Person } from "@/server/people";
import type { ScenarioPosition } from "./scenario";

/** Small changes that somebody made over time, and why; each is taken by one record. */
const CHANGES: Array<{ code: string; raw: RawValue; note: string }> = [
  { code: "R201", raw: 300, note: "Start made gentler after the belt slipped." },
  { code: "L101", raw: 1400, note: "" },
  { code: "P106", raw: 80, note: "Stall time longer: trips at cold start." },
  { code: "G106", raw: 80, note: "Quieter on night shift." },
  { code: "R301", raw: 900, note: "Cleaning speed as agreed with production." },
  { code: "T306", raw: 60, note: "" },
  { code: "P113", raw: 78, note: "Cabinet fan was weak that summer." },
  { code: "R209", raw: 80, note: "" },
  { code: "C102", raw: 45, note: "Less heat at low speed." },
];

const DAY = 24 * 3600 * 1000;

export interface MadeHistory {
  /** What the drive at the position holds today, other than the factory's values. */
  values: Record<string, RawValue>;
  serial: string;
}

/** Makes a position's past: records in time, one of them raised to the standing record, with the story it has. */
export async function makeHistory(
  db: Database, definition: Definition, people: Person[], position: ScenarioPosition & { id: number; linkName: string },
  base: Record<string, RawValue>, today: Date, index: number,
): Promise<MadeHistory> {
  const serial = `FR25-${String(1040 + index * 37)}`;
  const rating = definition.ratings.get(position.rating)!;
  const identity: DriveIdentity = { vendor: definition.file.vendor, family: definition.file.family, definitionId: definition.id, rating: rating.id, ratingName: rating.name, supply: rating.supply, firmware: "3.4", serial };
  const values: Record<string, RawValue> = { ...base, G101: position.title.slice(0, 16), N101: position.unit };
  let standingId: number | undefined;
  for (let number = 1; number <= position.records; number++) {
    const takenAt = dayAt(today, 530 - Math.round((number - 1) * (500 / Math.max(position.records, 2))) - (index % 7), 6 + ((index * 5 + number * 3) % 11));
    const person = people[(index + number) % people.length]!;
    // Twins were changed alike, all but one.
    const phase = position.twins ? 2 : index;
    const change = number > 1 && (position.twins === undefined || number <= 7) ? CHANGES[(phase + number) % CHANGES.length]! : undefined;
    if (change) values[change.code] = change.raw;
    const last = number === position.records;
    if (number >= 6 && position.story === "odd-twin") values.R204 = 120;
    const reset = last && position.story === "reset";
    const held = whole(definition, position.rating, reset ? { N101: position.unit } : values, takenAt, index);
    if (last && position.story === "partial") for (const code of held.keys()) if (/^[TPND]/.test(code)) held.delete(code);
    const kept = await keepReading(db, definition, person, {
      positionId: position.id, set: buildSet(definition, held), identity, state: stateAt(last && position.story === "volatile"),
      linkName: position.linkName, unit: position.unit, origin: "read", takenAt,
    });
    if (kept.unchanged) continue;
    const note = reset ? "Taken right after the factory reset, by mistake." : last && position.story === "partial" ? "Line was needed again, reading stopped half-way." : change?.note;
    if (note) await addNote(db, person, kept.record.id, note, takenAt);
    const usual = last ? (position.story === undefined || position.story === "swapped") && index % 5 !== 1 : number === 4 || number === 7;
    const raises = number === 1 || usual;
    if (!raises) continue;
    standingId = kept.record.id;
    await raiseStanding(db, person, position, standingId, number === 1 ? "As handed over at commissioning." : "Runs as it should for a month; changes confirmed with production.", new Date(takenAt.getTime() + DAY));
  }
  return { values, serial };
}

function whole(definition: Definition, rating: string, values: Record<string, RawValue>, at: Date, index: number): Map<string, RawValue> {
  const all = valuesByCode(factorySet(definition, rating));
  for (const parameter of definition.parameters) if (!all.has(parameter.code)) all.set(parameter.code, parameter.type === "text" ? "" : 0);
  for (const [code, raw] of Object.entries(values)) all.set(code, raw);
  const hours = Math.round((at.getTime() - Date.UTC(2025, 0, 1)) / 3600_000);
  const measured: Record<string, RawValue> = { D105: 558 + (index % 9), D109: 36 + (index % 6), D201: hours, D202: Math.round(hours * 0.7), D203: Math.round(hours * 0.9), D204: Math.round(hours / 9), D205: 12 + (index % 5) };
  for (const [code, raw] of Object.entries(measured)) all.set(code, raw);
  return all;
}

function stateAt(volatile: boolean): DriveState {
  return { running: false, tripped: false, trip: undefined, warnings: [], volatile, permission: false };
}

function dayAt(today: Date, daysAgo: number, hour: number): Date {
  const day = new Date(today.getTime() - daysAgo * DAY);
  day.setHours(hour, (daysAgo * 7) % 60, 0, 0);
  return day;
}
