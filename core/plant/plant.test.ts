import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  faultOfTag,
  guessPosition,
  LIST_FIELD_NAMES,
  LIST_FIELDS,
  proposeTag,
  readPlantList,
  slugOf,
  type ListedPosition,
} from "./index";

describe("a tag for a new position", () => {
  test.each<[string[], string[], string | undefined]>([
    [["KL-01", "KL-02", "KL-07"], [], "KL-08"],
    [["KL-01", "KL-09"], ["KL-10"], "KL-11"],
    [["P7", "P9"], [], "P10"],
    [["KL-01", "KL-02", "FAN 3"], [], "KL-03"],
    [["=A1+B2-M3"], [], "=A1+B2-M4"],
    [["mill"], [], undefined],
    [[], [], undefined],
  ])("after %j, with %j taken, is %s", (area, others, expected) => {
    expect(proposeTag(area, [...area, ...others])).toBe(expected);
  });
  test("is never one that is taken, and always a tag", () => {
    const tag = fc.stringMatching(/^[A-Z]{1,3}-?\d{1,3}$/);
    fc.assert(
      fc.property(fc.array(tag, { minLength: 1, maxLength: 40 }), (tags) => {
        const proposed = proposeTag(tags, tags)!;
        expect(tags).not.toContain(proposed);
        expect(faultOfTag(proposed)).toBeUndefined();
      }),
    );
  });
  test.each(["", " KL-1", "KL-1 ", "-KL", "KL/1", "KL\n1", "x".repeat(25), "<b>"])("%j is no tag", (text) => {
    expect(faultOfTag(text)).toBeDefined();
  });
  test.each(["KL-03", "Ü1", "A.B_C+1", "M 4"])("%j is one", (text) => {
    expect(faultOfTag(text)).toBeUndefined();
  });
});

test.each([
  ["Tarn Hollow Tileworks", "tarn-hollow-tileworks"],
  ["  Größe & Söhne ", "grosse-sohne"],
  ["工場", "plant"],
])("%s stands in addresses as %s", (name, slug) => {
  expect(slugOf(name)).toBe(slug);
});

const OLD: ListedPosition = {
  area: "Kiln",
  tag: "KL-01",
  title: "Roller 1",
  machine: "",
  family: "Fennimore Rill",
  twinGroup: "",
  jobNumber: "W26-0417",
  link: "",
  address: "",
  criticality: "",
  beforeWork: "",
  notes: "",
};
const context = { known: new Map([[OLD.tag, OLD]]), families: ["Fennimore Rill", "Oakhanger Hollin"] };
const read = (...rows: string[][]) => readPlantList(rows, context);

describe("a list of positions", () => {
  test("says where drives answer, as people write it; what is no link, or half of one, is said", () => {
    const lines = read(
      ["Position", "Area", "Title", "IP address", "Node"],
      ["KL-01", "Kiln", "Roller 1", "10.4.2.31", "1"],
      ["KL-02", "Kiln", "Roller 2", "com7, rtu 9600 8e1", "02"],
      ["KL-03", "Kiln", "Roller 3", "COM7, RTU 19200 8E1", "3"],
      ["KL-04", "Kiln", "Roller 4", "10.4.2.31", ""],
      ["KL-05", "Kiln", "Roller 5", "", "5"],
      ["KL-06", "Kiln", "Roller 6", "over there", "6"],
      ["KL-07", "Kiln", "Roller 7", "10.4.2.31:502", "256"],
    );
    expect(lines.map((each) => each.verdict)).toEqual(["changed", "new", ...Array<string>(5).fill("wrong")]);
    expect(lines[0]!.says).toEqual(["link: nothing → Modbus TCP 10.4.2.31:502", "address: nothing → 1"]);
    expect(lines[1]!.position).toMatchObject({ link: "COM7, RTU 9600 8E1", address: "2" });
    for (const [i, why] of [
      [2, "Line 3 says of the same port or gateway: COM7, RTU 9600 8E1"],
      [3, '"" is no address'],
      [4, "It has the address 5 and no link"],
      [5, '"over there" is no link: no host'],
      [6, '"256" is no address'],
    ] as const)
      expect(lines[i]!.says.join()).toContain(why);
  });

  test("new, changed, as it is, and wrong: each line says which, and why", () => {
    const lines = read(
      ["Plant list of March"],
      ["Position", "Area", "Title", "Family"],
      ["KL-01", "Kiln", "Roller 1", "Fennimore Rill"],
      ["KL-01", "Kiln", "Roller one", ""],
      ["KL-02", "Kiln", "Roller 2", ""],
      ["", "Kiln", "Roller 3", ""],
      ["KL-04", "", "Roller 4", ""],
      ["KL-05", "Kiln", "Roller 5", "Nobody's"],
      ["", "", "", ""],
    );
    expect(lines.map(({ line, tag, verdict }) => [line, tag, verdict])).toEqual([
      [3, "KL-01", "same"],
      [4, "KL-01", "wrong"],
      [5, "KL-02", "new"],
      [6, "", "wrong"],
      [7, "KL-04", "wrong"],
      [8, "KL-05", "wrong"],
    ]);
    expect(lines[1]!.says[0]).toContain("stands already on line 3");
    expect(lines[4]!.says[0]).toContain("no area");
    expect(lines[5]!.says[0]).toContain('"Nobody\'s"');
  });
  test("a column that is not there changes nothing", () => {
    const [line] = read(["tag", "title"], ["KL-01", "Roller one"]);
    expect(line).toMatchObject({ verdict: "changed", says: ["title: Roller 1 → Roller one"] });
    expect(line!.position).toEqual({ ...OLD, title: "Roller one" });
  });
  test("without a column of tags nothing is taken, and it is said", () => {
    expect(read(["Area", "What"], ["Kiln", "Roller"])).toMatchObject([{ verdict: "wrong" }]);
  });
  test("what is written as a file comes back as it was, also where a cell was kept from being a formula", () => {
    const text = fc.stringMatching(/^[A-Za-z0-9 =+@-]{0,20}$/).map((each) => each.trim());
    const filled = text.filter((each) => each !== "");
    const way = fc.constantFrom(
      { link: "", address: "" },
      { link: "COM7, RTU 9600 8E1", address: "3" },
      { link: "CANopen through a gateway 10.4.2.8:7000, network 1, 8 at once", address: "255" },
    );
    const words = fc.record({
      ...(Object.fromEntries(LIST_FIELD_NAMES.map((field) => [field, text])) as Record<string, typeof text>),
      tag: fc.stringMatching(/^[A-Z]{2}-\d{2}$/),
      area: filled,
      title: filled,
      family: fc.constantFrom("", ...context.families),
      criticality: fc.constantFrom("", "plant", "line", "machine"),
    });
    const position = fc.tuple(words, way).map(([said, where]) => ({ ...said, ...where }));
    const asCell = (cell: string): string => (/^[=+\-@]/.test(cell) ? `'${cell}` : cell);
    fc.assert(
      fc.property(fc.uniqueArray(position, { selector: (each) => each.tag, maxLength: 5 }), (given) => {
        const rows = [
          LIST_FIELD_NAMES.map((field) => LIST_FIELDS[field]),
          ...given.map((each) =>
            LIST_FIELD_NAMES.map((field) => asCell((each as never as ListedPosition)[field])),
          ),
        ];
        const lines = readPlantList(rows, { ...context, known: new Map() });
        expect(lines.map((each) => each.position)).toEqual(given);
      }),
    );
  });
});

describe("whose file it is, by where it lies", () => {
  const known = [
    { tag: "KL-01", formerTags: [], serial: "FR25-0001" },
    { tag: "KL-03", formerTags: ["OV-3"], serial: "FR25-0003" },
    { tag: "KL-13", formerTags: [], serial: undefined },
    { tag: "X", formerTags: [], serial: undefined },
  ];
  test.each([
    ["Kiln/KL-03/backup.csv", "KL-03"],
    ["kiln/kl3 2024-03-14.csv", "KL-03"],
    ["KL_03.json", "KL-03"],
    ["old/ov 03.dcf", "KL-03"],
    ["drives/FR25-0003.csv", "KL-03"],
    ["KL-01/kl-13.csv", "KL-13"],
    ["KL-013.csv", "KL-13"],
  ])("%s is of %s", (path, tag) => {
    expect(guessPosition(path, known)).toBe(tag);
  });
  test.each(["backup.csv", "KL-01 and KL-03.csv", "KL-031.csv", "skl-03.csv", "x.csv"])(
    "%s tells nothing",
    (path) => {
      expect(guessPosition(path, known)).toBeUndefined();
    },
  );
});
