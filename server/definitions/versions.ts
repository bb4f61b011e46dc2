import { count, desc, eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

/** The versions of a definition that are kept, newest first, with how many records were made under each. */
export async function listVersions(
  db: Database,
  definitionId: string,
): Promise<
  Array<{ version: string; source: string | null; at: Date | null; byName: string | null; records: number }>
> {
  const { definitionVersion, record } = tables;
  const versions = await db
    .select({
      version: definitionVersion.version,
      source: definitionVersion.source,
      at: definitionVersion.at,
      byName: definitionVersion.byName,
    })
    .from(definitionVersion)
    .where(eq(definitionVersion.definitionId, definitionId))
    .orderBy(desc(definitionVersion.at), desc(definitionVersion.version));
  const counts = await db
    .select({ version: record.definitionVersion, records: count() })
    .from(record)
    .where(eq(record.definitionId, definitionId))
    .groupBy(record.definitionVersion);
  return versions.map((each) => ({
    ...each,
    records: Number(counts.find((one) => one.version === each.version)?.records ?? 0),
  }));
}
