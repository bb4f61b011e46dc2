import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";

/** What every page is judged at, and what it is held against. */
export const POSITIONS = 2000;
export const FEW_POSITIONS = 200;
export const RECORDS_EACH = 20;

/** Rill's. */
const DECELERATION = "4r";

/**
 * Fills a plant with positions, drives and records, all made from one record of a Rill that is there already. Each position has a deceleration time of
 * its own, so that no two hold the same; its records are alike, as they mostly are. Some 40 s.
 */
export async function fillPlant(
  db: Database,
  template: number,
  { plantId, positions, letter }: { plantId: number; positions: number; letter: string },
): Promise<void> {
  const plant = sql.raw(String(plantId));
  const serials = sql.raw(`'LARGE-${letter}-%'`);
  const serial = sql.raw(`'LARGE-${letter}-'`);
  const tag = sql.raw(`'${letter}-'`);
  const tags = sql.raw(`'${letter}-%'`);
  const first = sql.raw(String(template));
  const statements = [
    sql`insert into area (plant_id, name, sort) select ${plant}, 'Hall ' || n, 10 + n from generate_series(1, 20) n`,
    sql`insert into position (plant_id, tag, title, area_id, definition_id, job_number)
      select ${plant}, ${tag} || lpad(n::text, 4, '0'), 'Drive ' || n,
        (select id from area where plant_id = ${plant} and name = 'Hall ' || (1 + n % 20)), r.definition_id, 'W26-' || n
      from generate_series(1, ${positions}::int) n, record r where r.id = ${first}`,
    sql`insert into drive (plant_id, definition_id, serial, rating, firmware, whereabouts, position_id)
      select ${plant}, p.definition_id, ${serial} || p.id, r.rating, r.firmware, 'fitted', p.id
      from position p, record r where p.tag like ${tags} and p.plant_id = ${plant} and r.id = ${first} order by p.id`,
    sql`create temporary table own as
      select d.id as drive_id, t.hash as former, sha256(convert_to(d.serial, 'UTF8')) as piece_hash,
        sha256(convert_to('all ' || d.serial, 'UTF8')) as all_hash,
        jsonb_set(t.content, array['values', ${DECELERATION}::text], to_jsonb(100 + d.id % 900)) as content
      from drive d, (select p.hash, p.content from record r join content c on c.hash = r.hash_all
        join piece p on position(p.hash in c.pieces) % 32 = 1
        where r.id = ${first} and jsonb_exists(p.content -> 'values', ${DECELERATION}::text)) t
      where d.serial like ${serials}`,
    sql`insert into piece (hash, content) select piece_hash, content from own`,
    sql`insert into content (hash, pieces, measured)
      select all_hash, overlay(c.pieces placing piece_hash from position(former in c.pieces)), c.measured
      from own, record r join content c on c.hash = r.hash_all where r.id = ${first}`,
    sql`insert into record (position_id, number, taken_at, taken_by, taken_by_name, origin, drive_id, serial, rating, rating_name,
        supply, firmware, facts, definition_id, definition_version, hash_all, hash_settings, expected, present, missing, trip,
        warnings, running, volatile, link_name, unit_address, job_number)
      select d.position_id, n, r.taken_at - make_interval(days => 30 * (${RECORDS_EACH}::int - n)), r.taken_by, r.taken_by_name, r.origin,
        d.id, d.serial, r.rating, r.rating_name, r.supply, r.firmware, r.facts, r.definition_id, r.definition_version, own.all_hash,
        own.all_hash, r.expected, r.present, r.missing, r.trip, r.warnings, r.running, r.volatile, r.link_name, r.unit_address, 'W26-' || d.id
      from generate_series(1, ${RECORDS_EACH}::int) n, drive d, own, record r where own.drive_id = d.id and r.id = ${first}
      order by n, d.id`,
    sql`drop table own`,
    sql`insert into standing (position_id, record_id, at, by, by_name, reason)
      select position_id, id, taken_at, taken_by, taken_by_name, 'commissioned' from record
      where serial like ${serials} and number = ${RECORDS_EACH}::int`,
    sql`insert into current (position_id, which, record_id)
      select position_id, which, id from record, unnest(array['newest', 'standing']) which
      where serial like ${serials} and number = ${RECORDS_EACH}::int`,
    sql`insert into journal (plant_id, at, by_name, kind, position_id, text, href)
      select ${plant}, taken_at, taken_by_name, 'record', position_id, 'Recorded drive ' || serial || ' as record ' || number || '.', null
      from record where serial like ${serials} order by taken_at`,
    sql`analyze`,
  ];
  for (const each of statements) await db.execute(each);
}
