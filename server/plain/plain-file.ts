/** One file of an export. */
export interface PlainFile {
  path: string;
  content: string | ReadableStream<Uint8Array>;
}

/** What files of plants refer to. */
export interface Referred {
  people: Set<string>;
  definitions: Set<string>;
  files: Set<string>;
}

/** What is said as JSON, line by line. */
export const asText = (content: unknown): string => `${JSON.stringify(content, undefined, 1)}\n`;

/** A name as every disk can have it; what it stands for is in the file. Example: "A:1" is "A%3A1". */
export function folderOf(name: string): string {
  const plain = name.replace(
    /[^\p{L}\p{N}._ +=#-]/gu,
    (sign) => `%${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(2, "0")}`,
  );
  return /^\.*$/.test(plain) ? `%${plain}` : plain;
}
