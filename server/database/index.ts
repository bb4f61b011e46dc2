/** The database: schema, migrations, opening it durably. */
export { openEmbedded, openInMemory, openServer, type Database, type OpenDatabase } from "./open";
export * as tables from "./schema";
