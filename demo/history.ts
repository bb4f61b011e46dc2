import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import { buildSet, factorySet, valuesByCode } from "@/core/set";
import { emptyRaw, type RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import { addNote, keepReading, raiseStanding } from "@/server/ledger";
import type { Person } from "@/server/people";
import type { ScenarioFamily, ScenarioPosition } from "./scenario";

const DAY = 24 * 3600 * 1000;

export interface MadeHistory {
  /** What the drive at the position holds today, other than the factory's values. */
  values: Record<string, RawValue>;
  serial: string;
}

/** Makes a position's past: records in time, one of them raised to the standing record, with the story it has. */
export async function makeHistory(
  db: Database,
  family: ScenarioFamily,
  definition: Definition,
  people: Person[],
  position: ScenarioPosition & { id: number; plantId: number; linkName: string },
  base: Record<string, RawValue>,
  today: Date,
  index: number,
): Promise<MadeHistory> {
  const serial = `${family.serials}-${String(1040 + index * 37)}`;
  const identity = identityOf(definition, position, serial);
  const { changes } = family;
  const address = { [family.addressCode]: position.unit };
  const values: Record<string, RawValue> = {
    ...base,
    [family.nameCode]: position.title.slice(0, definition.byCode.get(family.nameCode)!.length),
    ...address,
  };
  let standingId: number | undefined;
  for (let number = 1; number <= position.records; number++) {
    const takenAt = dayAt(
      today,
      530 - Math.round((number - 1) * (500 / Math.max(position.records, 2))) - (index % 7),
      6 + ((index * 5 + number * 3) % 11),
    );
    const person = people[(index + number) % people.length]!;
    // Twins were changed alike, all but one.
    const phase = position.twins ? 2 : index;
    const change =
      number > 1 && (position.twins === undefined || number <= 7)
        ? changes[(phase + number) % changes.length]!
        : undefined;
    if (change) values[change.code] = change.raw;
    const last = number === position.records;
    if (number >= 6 && position.story === "odd-twin") values["4r"] = 120;
    const reset = last && position.story === "reset";
    const held = whole(
      definition,
      position.rating,
      reset ? address : values,
      measuredAt(family, takenAt, index),
    );
    if (last && position.story === "partial")
      for (const code of held.keys()) if (/[tgny]$/.test(code)) held.delete(code);
    const kept = await keepReading(db, definition, person, {
      positionId: position.id,
      set: buildSet(definition, held),
      identity,
      state: stateAt(last && position.story === "volatile"),
      linkName: position.linkName,
      unit: position.unit,
      origin: "read",
      takenAt,
    });
    if (kept.unchanged) continue;
    let note = change?.note;
    if (reset) note = "Taken right after the factory reset, by mistake.";
    else if (last && position.story === "partial") note = "Line was needed again, reading stopped half-way.";
    if (note) await addNote(db, person, kept.record.id, note, takenAt);
    const usual = last
      ? (position.story === undefined || position.story === "swapped") && index % 5 !== 1
      : number === 4 || number === 7;
    const raises = number === 1 || usual;
    if (!raises) continue;
    standingId = kept.record.id;
    await raiseStanding(
      db,
      person,
      position,
      standingId,
      number === 1
        ? "As handed over at commissioning."
        : "Runs as it should for a month; changes confirmed with production.",
      new Date(takenAt.getTime() + DAY),
    );
  }
  return { values, serial };
}

/** Who a drive at a position is, as its stand-in says it. */
function identityOf(definition: Definition, position: ScenarioPosition, serial: string): DriveIdentity {
  const { file, fitting } = definition;
  const rating = definition.ratings.get(position.rating)!;
  const has = (field: "power-part"): boolean => file.identity.some((each) => each.field === field);
  return {
    vendor: file.vendor,
    family: file.family,
    definitionId: definition.id,
    rating: rating.id,
    ratingName: rating.name,
    supply: rating.supply,
    firmware: fitting.firmware,
    serial,
    powerPart: has("power-part") ? `${serial}P` : undefined,
    axes: file.axes ? fitting.axes : undefined,
    ...(file.options
      ? {
          options: file.options
            .filter((each) => fitting.options.includes(each.id))
            .map(({ id, name }) => ({ id, name, firmware: "1.2" })),
        }
      : {}),
    ...(file.modules
      ? {
          modules: (position.modules ?? []).flatMap((kind, i) =>
            kind === 0
              ? []
              : [
                  {
                    slot: i + 1,
                    name: file.modules!.kinds.find((each) => each.value === kind)?.name ?? "",
                    serial: `${serial}-${i + 1}`,
                    firmware: fitting.firmware,
                  },
                ],
          ),
        }
      : {}),
  };
}

function whole(
  definition: Definition,
  rating: string,
  values: Record<string, RawValue>,
  measured: Record<string, RawValue>,
): Map<string, RawValue> {
  const all = valuesByCode(factorySet(definition, rating));
  for (const parameter of definition.parameters)
    if (!all.has(parameter.code)) all.set(parameter.code, emptyRaw(parameter.type));
  for (const [code, raw] of [...Object.entries(values), ...Object.entries(measured)]) all.set(code, raw);
  return all;
}

/** What counts and moves by itself, at a moment of the past. */
function measuredAt(family: ScenarioFamily, at: Date, index: number): Record<string, RawValue> {
  const hours = Math.round((at.getTime() - Date.UTC(2025, 0, 1)) / 3600_000);
  return Object.fromEntries(
    Object.entries(family.measured).map(([code, { base, spread, perHour }]) => [
      code,
      Math.round((base ?? 0) + (spread ? index % spread : 0) + hours * (perHour ?? 0)),
    ]),
  );
}

function stateAt(volatile: boolean): DriveState {
  return { running: false, tripped: false, trip: undefined, warnings: [], volatile, permission: false };
}

function dayAt(today: Date, daysAgo: number, hour: number): Date {
  const day = new Date(today.getTime() - daysAgo * DAY);
  day.setHours(hour, (daysAgo * 7) % 60, 0, 0);
  return day;
}
