/** Media types of files that are sent. */
export const FILE_TYPES = {
  csv: "text/csv; charset=utf-8",
  json: "application/json; charset=utf-8",
  dcf: "text/plain; charset=utf-8",
  pdf: "application/pdf",
  xlsx: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
} as const;
