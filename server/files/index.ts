/** Files that belong to positions, records, drives and families: kept by content, streamed both ways. */
export { attach, attachmentOf, filesOf, withdraw, type Owner } from "./attachments";
export { readFile, storeFile, type Stored } from "./store";
