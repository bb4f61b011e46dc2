import { sql, type SQL } from "drizzle-orm";
import { rowsOf } from "@/server/backup";
import type { Database } from "@/server/database";

/** A row as it stands in a file: its columns, without this ledger's own number; what it refers to by uid. */
export type Doc = Record<string, unknown> & { uid?: string };

/** A table whose rows go into files and come back from them. */
export interface Kind {
  table: string;
  /** Columns that refer to a row of another table, which a file names by its uid. */
  refs: Record<string, string>;
  /** Columns that mean something in this ledger alone. */
  without?: readonly string[];
}

export const KINDS = {
  plant: { table: "plant", refs: {}, without: ["practice"] },
  area: { table: "area", refs: { plant_id: "plant" } },
  link: { table: "link", refs: { plant_id: "plant" } },
  position: { table: "position", refs: { plant_id: "plant", area_id: "area", link_id: "link" } },
  formerTag: { table: "former_tag", refs: { plant_id: "plant", position_id: "position" } },
  drive: { table: "drive", refs: { plant_id: "plant", position_id: "position" } },
  driveEvent: { table: "drive_event", refs: { drive_id: "drive", position_id: "position" } },
  note: { table: "record_note", refs: { record_id: "record" } },
  label: { table: "record_label", refs: { record_id: "record" } },
  standing: { table: "standing", refs: { position_id: "position", record_id: "record" } },
  job: { table: "job", refs: { plant_id: "plant", position_id: "position" }, without: ["lease", "owner"] },
  jobStep: { table: "job_step", refs: { job_id: "job" } },
  receipt: { table: "receipt", refs: { plant_id: "plant", job_id: "job", position_id: "position" } },
  rehearsal: { table: "rehearsal", refs: { plant_id: "plant", position_id: "position" } },
  signOff: { table: "safety_sign_off", refs: { receipt_id: "receipt" } },
  positionChecks: { table: "position_checks", refs: { position_id: "position" } },
  parameterNote: { table: "parameter_note", refs: { position_id: "position" } },
  receiptChecks: { table: "receipt_checks", refs: { receipt_id: "receipt" } },
  batch: { table: "batch", refs: { plant_id: "plant", record_id: "record" } },
  batchMember: {
    table: "batch_member",
    refs: { batch_id: "batch", position_id: "position", job_id: "job" },
  },
  round: { table: "round", refs: { plant_id: "plant" } },
  roundPosition: { table: "round_position", refs: { round_id: "round", position_id: "position" } },
  handover: { table: "shift_handover", refs: { plant_id: "plant" } },
  acceptance: { table: "shift_acceptance", refs: { handover_id: "shift_handover" } },
  attachment: {
    table: "attachment",
    refs: { plant_id: "plant", position_id: "position", record_id: "record", drive_id: "drive" },
  },
  withdrawn: { table: "attachment_withdrawn", refs: { attachment_id: "attachment" } },
  draft: {
    table: "draft",
    refs: { plant_id: "plant", position_id: "position", record_id: "record", entered_as: "record" },
  },
  draftStep: { table: "draft_step", refs: { draft_id: "draft" } },
  journal: { table: "journal", refs: { plant_id: "plant", position_id: "position" } },
} as const satisfies Record<string, Kind>;
export type KindName = keyof typeof KINDS;

/** Columns in which an account is named. */
export const PEOPLE_COLUMNS = ["by", "taken_by"] as const;

/** Rows of a kind as docs, by a condition on the table `t`, in the order of `by`. Moments are in UTC. */
export async function docsOf(db: Database, kind: Kind, where: SQL, by: SQL = sql`1`): Promise<Doc[]> {
  const refs = Object.entries(kind.refs).map(
    ([column, to]) =>
      sql`${column}::text, (select r.uid from ${sql.identifier(to)} r where r.id = t.${sql.identifier(column)})`,
  );
  const left = [...(kind.without ?? []), ...(kind.table === "receipt" ? [] : ["id"])];
  const plain = left.reduce((row, each) => sql`${row} - ${each}::text`, sql`to_jsonb(t)`);
  const named = refs.length === 0 ? plain : sql`${plain} || jsonb_build_object(${sql.join(refs, sql`, `)})`;
  return db.transaction(async (tx) => {
    await tx.execute(sql`set local time zone 'UTC'`);
    const rows = await rowsOf<{ doc: string }>(
      tx,
      sql`select (${named})::text as doc from ${sql.identifier(kind.table)} t where ${where} order by ${by}`,
    );
    return rows.map((each) => JSON.parse(each.doc) as Doc);
  });
}

/**
 * Puts docs into their table where none of their uid is there yet; what they refer to is found by uid. Gives the uids (or nothing, where the table has none) of those that
 * were added. In a transaction of whoever calls.
 */
export async function addDocs(tx: Database, kind: Kind, docs: readonly Doc[]): Promise<number> {
  let added = 0;
  for (let from = 0; from < docs.length; from += AT_ONCE)
    added += await addSome(tx, kind, docs.slice(from, from + AT_ONCE));
  return added;
}

const AT_ONCE = 300;

async function addSome(tx: Database, kind: Kind, docs: readonly Doc[]): Promise<number> {
  if (docs.length === 0) return 0;
  const columns = await columnsOf(tx, kind.table);
  const taken = columns
    .filter((each) => each !== "id" || kind.table === "receipt")
    .filter((each) => !kind.without?.includes(each));
  const table = sql.identifier(kind.table);
  const values = taken.map((column) => {
    const to = kind.refs[column];
    return to === undefined
      ? sql`r.${sql.identifier(column)}`
      : sql`(select f.id from ${sql.identifier(to)} f where f.uid = (d.doc->>${column}::text)::uuid)`;
  });
  const plain = Object.keys(kind.refs).reduce((doc, each) => sql`${doc} - ${each}::text`, sql`d.doc`);
  const rows = await rowsOf<{ one: number }>(
    tx,
    sql`insert into ${table} (${sql.join(
      taken.map((each) => sql.identifier(each)),
      sql`, `,
    )})
      select ${sql.join(values, sql`, `)}
      from jsonb_array_elements(${JSON.stringify(docs)}::jsonb) with ordinality as d(doc, place),
        jsonb_populate_record(null::"public".${table}, ${plain}) r
      order by d.place
      on conflict do nothing returning 1 as one`,
  );
  return rows.length;
}

const known = new Map<string, string[]>();

async function columnsOf(db: Database, table: string): Promise<string[]> {
  const found = known.get(table);
  if (found) return found;
  const rows = await rowsOf<{ name: string }>(
    db,
    sql`select column_name::text as name from information_schema.columns where table_schema = 'public' and table_name = ${table} order by ordinal_position`,
  );
  const names = rows.map((each) => each.name);
  known.set(table, names);
  return names;
}
