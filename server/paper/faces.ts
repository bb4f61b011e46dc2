import { readFileSync } from "node:fs";
import { join } from "node:path";
import { create, type Font } from "fontkit";
import { sfntOf } from "./sfnt";

const FOLDER = join(process.cwd(), "node_modules", "@fontsource");
const fileOf = (face: string, part: string, style: string): string =>
  join(FOLDER, face, "files", `${face}-${part}-${style}.woff`);

const TEXT = "atkinson-hyperlegible-next";
const MONO = "atkinson-hyperlegible-mono";
/** Names and notes in other scripts. */
const SCRIPTS = {
  Greek: "greek",
  Cyrillic: "cyrillic",
  CyrillicMore: "cyrillic-ext",
  Vietnamese: "vietnamese",
};
const OTHERS = Object.keys(SCRIPTS) as Array<keyof typeof SCRIPTS>;
/** Signs that the others lack: arrows, ≤. */
const SIGNS = fileOf("noto-sans-math", "latin", "400-normal");

/** The faces of a paper, by the names that a document uses. All four styles must be there. */
export const FACES: Record<string, Record<"normal" | "bold" | "italics" | "bolditalics", string>> = {
  Text: styles(fileOf(TEXT, "latin", "400-normal"), fileOf(TEXT, "latin", "700-normal")),
  TextMore: styles(fileOf(TEXT, "latin-ext", "400-normal"), fileOf(TEXT, "latin-ext", "700-normal")),
  Mono: styles(fileOf(MONO, "latin", "400-normal"), fileOf(MONO, "latin", "400-normal")),
  MonoMore: styles(fileOf(MONO, "latin-ext", "400-normal"), fileOf(MONO, "latin-ext", "400-normal")),
  ...Object.fromEntries(
    OTHERS.map((each) => [
      each,
      styles(
        fileOf("noto-sans", SCRIPTS[each], "400-normal"),
        fileOf("noto-sans", SCRIPTS[each], "700-normal"),
      ),
    ]),
  ),
  Signs: styles(SIGNS, SIGNS),
};
/** Where each kind of text looks for a sign, one face after the other. */
const ORDER = {
  Text: ["Text", "TextMore", ...OTHERS, "Signs"],
  Mono: ["Mono", "MonoMore", ...OTHERS, "Signs"],
} as const;
export type Face = keyof typeof ORDER;

function styles(normal: string, bold: string) {
  return { normal, bold, italics: normal, bolditalics: bold };
}

/** The files of all faces, with their fonts unpacked; a paper is made with these and reads nothing else. */
export function faceFiles(): Map<string, Buffer> {
  const names = new Set(Object.values(FACES).flatMap((each) => Object.values(each)));
  return new Map([...names].map((name) => [name, bytesOf(name)]));
}

const unpacked = new Map<string, Buffer>();
function bytesOf(file: string): Buffer {
  const found = unpacked.get(file) ?? sfntOf(readFileSync(file));
  unpacked.set(file, found);
  return found;
}

const opened = new Map<string, Font>();
function fontOf(face: string): Font {
  const found = opened.get(face) ?? (create(bytesOf(FACES[face]!.normal)) as Font);
  opened.set(face, found);
  return found;
}

/** Signs that have two numbers and one shape; the faces have only one of them. */
const SAME: Record<string, string> = { "\u00b5": "\u03bc", "\u2126": "\u03a9" };

/** What stands for a sign that no face has. */
export const NO_SIGN = "?";
const faceOfSign = new Map<string, string | undefined>();

/** A text in pieces of one face each, so that every sign is drawn; one that no face has becomes a question mark. */
export function runsOf(text: string, face: Face): Array<{ text: string; font: string }> {
  const runs: Array<{ text: string; font: string }> = [];
  for (const given of plain(text)) {
    if (given === "\n") {
      if (runs.length > 0) runs.at(-1)!.text += given;
      continue;
    }
    const sign = faceFor(given, face) === undefined ? (SAME[given] ?? given) : given;
    const font = faceFor(sign, face);
    const drawn = font === undefined ? NO_SIGN : sign;
    const last = runs.at(-1);
    if (last && last.font === (font ?? face)) last.text += drawn;
    else runs.push({ text: drawn, font: font ?? face });
  }
  return runs.length > 0 ? runs : [{ text: "", font: face }];
}

/** How many signs of some texts no face has: a question mark stands for each. */
export const countUndrawn = (texts: Iterable<string>): number => {
  let count = 0;
  for (const text of texts)
    for (const sign of plain(text)) if (sign !== "\n" && !faceFor(SAME[sign] ?? sign, "Text")) count += 1;
  return count;
};

/** Without what is not drawn but says how: direction, joining; a tab is a space. Lines stay lines. */
const plain = (text: string): string =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\t/g, " ")
    .replace(/\p{Cf}/gu, "");

function faceFor(sign: string, face: Face): string | undefined {
  const key = face + sign;
  if (!faceOfSign.has(key))
    faceOfSign.set(
      key,
      ORDER[face].find((each) => fontOf(each).hasGlyphForCodePoint(sign.codePointAt(0)!)),
    );
  return faceOfSign.get(key);
}
