/**
 * What a person may do. Every endpoint and every page names one of these; who has which is decided in one place.
 */
export const RIGHTS = {
  see: "look at the plant, its records, drives and receipts, and follow work that is under way",
  annotate: "write notes on records",
  raise: "raise a record to the standing one",
  connect: "look for drives, speak to them and read them",
  record: "keep a reading as a record",
  restore: "write a record onto a drive, stop it, put back, end it",
  links: "name and forget kept links",
  define: "import definitions",
  cabinet: "do at the stand-ins what hands do at a cabinet",
} as const;

export type Right = keyof typeof RIGHTS;
