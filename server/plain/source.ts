import { createReadStream } from "node:fs";
import { readdir, readFile, stat } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import yauzl from "yauzl";

/** Where the files of an export are read from. */
export interface Source {
  paths: readonly string[];
  /** The text of a file; throws `SourceFault` where it is not there, is too large or cannot be read. */
  text(path: string): Promise<string>;
  stream(path: string): Promise<ReadableStream<Uint8Array>>;
  close(): void;
}

/** Why a file of an export cannot be read, in words. */
export class SourceFault extends Error {}

/** No text of an export is larger: a month of a large plant's journal has some ten MB. */
const LARGEST_TEXT = 128 * 1024 * 1024;
const MOST_FILES = 2_000_000;

/** Opens an export that lies in a folder or, as a bundle, in one zip file. Throws `SourceFault` when it is neither. */
export async function openSource(path: string): Promise<Source> {
  const found = await stat(path).catch(() => undefined);
  if (!found) throw new SourceFault(`There is nothing at ${path}.`);
  return found.isDirectory() ? folderSource(path) : zipSource(path);
}

async function folderSource(root: string): Promise<Source> {
  const entries = await readdir(root, { recursive: true, withFileTypes: true });
  const files = entries.filter((each) => each.isFile()).map((each) => join(each.parentPath, each.name));
  const paths = files
    .map((each) => each.slice(join(root, "/").length).replaceAll("\\", "/"))
    .filter((each) => !each.startsWith("."));
  const known = new Set(paths);
  const at = (path: string): string => {
    if (!known.has(path)) throw new SourceFault(`${path} is missing.`);
    return join(root, path);
  };
  return {
    paths,
    async text(path) {
      if ((await stat(at(path))).size > LARGEST_TEXT)
        throw new SourceFault(`${path} is larger than any text of an export.`);
      return readFile(at(path), "utf8");
    },
    stream: (path) =>
      Promise.resolve(Readable.toWeb(createReadStream(at(path))) as ReadableStream<Uint8Array>),
    close: () => undefined,
  };
}

async function zipSource(path: string): Promise<Source> {
  const entries = new Map<string, yauzl.Entry>();
  const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
    yauzl.open(path, { autoClose: false, lazyEntries: false }, (error, file) =>
      error ? reject(new SourceFault(NO_BUNDLE)) : resolve(file),
    ),
  );
  await new Promise<void>((resolve, reject) => {
    zip.on("entry", (entry: yauzl.Entry) => {
      if (entries.size < MOST_FILES && !entry.fileName.endsWith("/")) entries.set(entry.fileName, entry);
    });
    zip.once("end", resolve).once("error", () => reject(new SourceFault(NO_BUNDLE)));
  });
  const open = (name: string): Promise<Readable> => {
    const entry = entries.get(name);
    if (!entry) throw new SourceFault(`${name} is missing.`);
    return new Promise((resolve, reject) =>
      zip.openReadStream(entry, (error, stream) =>
        error ? reject(new SourceFault(`${name} is damaged.`)) : resolve(stream),
      ),
    );
  };
  return {
    paths: [...entries.keys()],
    async text(name) {
      const parts: Buffer[] = [];
      let size = 0;
      try {
        for await (const part of await open(name)) {
          size += (part as Buffer).length;
          // What a zip file says of its sizes need not be true.
          if (size > LARGEST_TEXT) throw new SourceFault(`${name} is larger than any text of an export.`);
          parts.push(part as Buffer);
        }
      } catch (error) {
        throw error instanceof SourceFault ? error : new SourceFault(`${name} is damaged.`);
      }
      return Buffer.concat(parts).toString("utf8");
    },
    stream: async (name) => Readable.toWeb(await open(name)) as ReadableStream<Uint8Array>,
    close: () => zip.close(),
  };
}

const NO_BUNDLE = "This is no bundle, or it was cut off.";
