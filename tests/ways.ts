import { readdirSync } from "node:fs";
import { dirname } from "node:path";

/** Names that stand in paths of the demo plant. */
export const NAMES: Record<string, string> = {
  plant: "tarn-hollow",
  tag: "KL-03",
  record: "1",
  id: "1",
  family: "fennimore-rill-4",
  format: "csv",
  restore: "1",
  batch: "1",
  connection: "none",
  link: "1",
  search: "none",
  import: "none",
  person: "none",
  copy: "none",
  area: "Kiln",
  attachment: "1",
  definition: "fennimore-rill-4",
  serial: "none",
  round: "1",
  shift: "1",
  receipt: "1",
  exercise: "swap",
  draft: "1",
  token: "token-of-nobody",
};
/** What nobody may learn without a session: people, titles, serial numbers, job numbers of the demo plant. */
const SECRETS = [
  "Marta Okoye",
  "Tomas Lind",
  "Ines Varga",
  "Roller drive",
  "FR25-",
  "W26-04",
  "Kiln rollers",
  "Thermal sensor",
];

/** Folders under app/ that hold a file of this name, as lists of segments. */
export function placesOf(file: string): string[][] {
  return readdirSync("app", { recursive: true, encoding: "utf8" })
    .filter((each) => each === file || each.endsWith(`/${file}`))
    .map((each) =>
      dirname(each)
        .split("/")
        .filter((part) => part !== "."),
    );
}

export const filled = (segments: string[]): string[] =>
  segments.map((each) => each.replace(/^\[(?:\.\.\.)?(\w+)\]$/, (_, name: string) => NAMES[name] ?? name));

/** Which of the secrets stand in an answer. */
export const leaked = (body: string): string[] => SECRETS.filter((each) => body.includes(each));
