/** `npm run move-to-server`: takes the embedded ledger in DATA_DIR onto the PostgreSQL server of DATABASE_URL, and proves by hashes that both are equal. The program must be stopped. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { restoreCopy, writeCopy } from "@/server/backup";
import { openEmbedded, openServer } from "@/server/database";
import { settings } from "@/server/settings";

const { databaseUrl, migrationUrl, dataFolder } = settings();
if (!databaseUrl) {
  console.error("Name the server in DATABASE_URL; it must hold no ledger yet.");
  process.exit(2);
}
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-move-"));
let status = 0;
try {
  const from = await openEmbedded(dataFolder);
  const to = await openServer(databaseUrl, migrationUrl);
  const path = join(folder, "ledger.zip");
  await writeCopy(from.db, path, new Date());
  const moved = await restoreCopy(to.db, path);
  await from.close();
  await to.close();
  if (moved.ok) {
    for (const { name, rows, hash } of moved.value.tables)
      console.log(`${hash.slice(0, 16)}  ${String(rows).padStart(8)}  ${name}`);
    console.log(
      "Both ledgers are equal, table by table. Start the program with DATABASE_URL from now on; the folder stays as it is.",
    );
  } else {
    console.error(`${moved.trouble.text} ${moved.trouble.remedy}`);
    status = 1;
  }
} catch (error) {
  console.error((error as Error).message);
  status = 1;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(status);
