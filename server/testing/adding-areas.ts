/**
 * A program that adds one area after the other to an embedded ledger, and says the number of each once it is kept, to be killed while it does:
 * `node .threads/adding-areas.mjs FOLDER`. Where it cannot open the ledger it says why.
 */
import { sql } from "drizzle-orm";
import { openEmbedded } from "@/server/database";

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const opened = await openEmbedded(process.argv[2]!).catch((error: Error) => say(error.message));
for (let i = 1; opened; i++) {
  await opened.db.execute(sql`insert into area (plant_id, name, sort) values (1, ${`area ${i}`}, ${i})`);
  say(String(i));
}
