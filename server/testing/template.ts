/** Makes the migrated, empty database that all tests start from: `tsx server/testing/template.ts FILE`. */
import { writeFileSync } from "node:fs";
import { openInMemory } from "@/server/database";

const { pg, close } = await openInMemory();
writeFileSync(process.argv[2]!, Buffer.from(await (await pg.dumpDataDir("none")).arrayBuffer()));
await close();
