import { describe, expect, test } from "@jest/globals";
import { tables } from "@/server/database";
import { AT, sourceOf, wholeLedger } from "@/server/testing/whole-ledger";
import { takeIn } from ".";

const ledger = wholeLedger();

describe("what is damaged, cut off or of something else is refused, and nothing is changed", () => {
  const recordPath = () => [...ledger.here.keys()].find((each) => each.endsWith("KL-03/records/0001.json"))!;
  const positionPath = () => [...ledger.here.keys()].find((each) => each.endsWith("KL-03/position.json"))!;
  const changed = (path: string, content: string | undefined) => {
    const files = new Map(ledger.here);
    if (content === undefined) files.delete(path);
    else files.set(path, Buffer.from(content));
    return files;
  };
  test.each<[string, () => Map<string, Buffer>, RegExp]>([
    [
      "a value was changed",
      () =>
        changed(
          recordPath(),
          ledger.here
            .get(recordPath())!
            .toString()
            .replace(/"1r": \d+/, '"1r": 1'),
        ),
      /not those that its hash/,
    ],
    ["a record is no JSON", () => changed(recordPath(), "{"), /no JSON/],
    [
      "a record lacks something",
      () => changed(recordPath(), '{"calmLedgerRecord":1}'),
      /records\/0001\.json/,
    ],
    [
      "a position without its title",
      () =>
        changed(
          positionPath(),
          ledger.here
            .get(positionPath())!
            .toString()
            .replace(/^ +"title": .*\n/m, ""),
        ),
      /not as it should be/,
    ],
    [
      "a moment that is none",
      () =>
        changed(
          positionPath(),
          ledger.here
            .get(positionPath())!
            .toString()
            .replace(/"seen_at": ".*"/, '"seen_at": "yesterday, or so"'),
        ),
      /not as it should be/,
    ],
    [
      "a list that is missing",
      () =>
        changed(positionPath(), ledger.here.get(positionPath())!.toString().replace('"labels"', '"lapels"')),
      /record_label is missing/,
    ],
    ["no head", () => changed("ledger.json", "{}"), /no export/],
    ["a later version", () => changed("ledger.json", '{"calmLedgerExport":99,"plants":[]}'), /version 99/],
    [
      "a file that is another",
      () =>
        changed(
          [...ledger.here.keys()].find((each) => each.startsWith("files/"))!,
          "other",
        ),
      /not what its hash/,
    ],
  ])("%s", async (_, files, reason) => {
    const { db, person } = await ledger.another();
    const before = await db.$count(tables.record);
    const taken = await takeIn(db, person, sourceOf(files()), AT);
    expect(!taken.ok && taken.trouble.text).toMatch(reason);
    expect(await db.$count(tables.record)).toBe(before);
    expect(await db.$count(tables.plant)).toBe(1);
  });
});
