/** The database: schema, migrations, opening it durably. */
export { embeddedOver, openAccess, type Database, type DatabaseAccess } from "./access";
export { fillAsItWas } from "./as-it-was";
export { openEmbedded, openInMemory, openServer, type OpenDatabase } from "./open";
export { onlyOwner, type Owner } from "./owner";
export * as tables from "./schema";
