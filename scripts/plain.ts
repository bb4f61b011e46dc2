/**
 * `npm run plain -- out FOLDER`: writes the whole ledger as plain files into an empty folder. `npm run plain -- in FOLDER` (or a bundle): takes them in; what is known
 * stays, what is new is added once. With the program stopped, or onto the server of DATABASE_URL.
 */
import { createWriteStream, existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { asc, eq } from "drizzle-orm";
import { openEmbedded, openServer, tables } from "@/server/database";
import { openSource, plainFiles, takeIn } from "@/server/plain";
import { listPlants } from "@/server/plant";
import { settings } from "@/server/settings";

const [way, place] = process.argv.slice(2);
if ((way !== "out" && way !== "in") || !place) {
  console.error("Usage: npm run plain -- out FOLDER, or npm run plain -- in FOLDER-OR-BUNDLE");
  process.exit(2);
}
const { databaseUrl, migrationUrl, dataFolder } = settings();
const database = databaseUrl ? await openServer(databaseUrl, migrationUrl) : await openEmbedded(dataFolder);
process.exitCode = way === "out" ? await writeOut(place) : await readIn(place);
await database.close();

async function writeOut(folder: string): Promise<number> {
  if (existsSync(folder) && readdirSync(folder).some((each) => !each.startsWith("."))) {
    console.error(`${folder} is not empty. Choose another folder, or empty this one (its .git may stay).`);
    return 1;
  }
  let count = 0;
  const plants = (await listPlants(database.db)).map((each) => each.id);
  for await (const { path, content } of plainFiles(database.db, plants, new Date())) {
    const at = join(folder, path);
    mkdirSync(dirname(at), { recursive: true });
    if (typeof content === "string") writeFileSync(at, content);
    else
      await pipeline(
        Readable.fromWeb(content as Parameters<typeof Readable.fromWeb>[0]),
        createWriteStream(at),
      );
    count += 1;
  }
  console.log(`${count} files are written into ${folder}.`);
  return 0;
}

async function readIn(path: string): Promise<number> {
  const [first] = await database.db
    .select({ id: tables.user.id, name: tables.user.name })
    .from(tables.user)
    .where(eq(tables.user.administrator, true))
    .orderBy(asc(tables.user.createdAt))
    .limit(1);
  if (!first) {
    console.error(
      "This ledger has no administrator yet: start the program once, and make the first account.",
    );
    return 1;
  }
  const source = await openSource(path).catch((error: Error) => error);
  if (source instanceof Error) {
    console.error(source.message);
    return 1;
  }
  const taken = await takeIn(database.db, { ...first, sessionId: "command" }, source, new Date());
  source.close();
  if (!taken.ok) {
    console.error(`${taken.trouble.text} ${taken.trouble.remedy}`);
    return 1;
  }
  const { plants, added, contradictions } = taken.value;
  console.log(
    `${plants.join(", ")}: ${added.positions} positions, ${added.records} records, ${added.receipts} receipts and ${added.files} files were new.`,
  );
  for (const each of contradictions) console.log(each);
  return 0;
}
