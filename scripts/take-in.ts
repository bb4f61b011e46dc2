/** `npm run take-in -- FILE`: takes a copy of a ledger in, into an empty DATA_DIR or, with DATABASE_URL, an empty database. */
import { restoreCopy } from "@/server/backup";
import { openEmbedded, openServer } from "@/server/database";
import { settings } from "@/server/settings";

const path = process.argv[2];
if (!path) {
  console.error("Usage: npm run take-in -- FILE");
  process.exit(2);
}
const { databaseUrl, migrationUrl, dataFolder } = settings();
const database = databaseUrl ? await openServer(databaseUrl, migrationUrl) : await openEmbedded(dataFolder);
const taken = await restoreCopy(database.db, path);
await database.close();
if (!taken.ok) {
  console.error(`${taken.trouble.text} ${taken.trouble.remedy}`);
  process.exit(1);
}
const rows = taken.value.tables.reduce((sum, each) => sum + each.rows, 0);
console.log(
  `The copy of ${taken.value.at} is taken in: ${rows} rows in ${taken.value.tables.length} tables, each equal by its hash.`,
);
