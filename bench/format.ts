import { loadDefinition, type Definition } from "@/core/definition";
import { definitionFromEds, identityFromEds, readEds } from "@/core/format";
import { widened } from "./compare";
import { medianMs, type Figure } from "./measure";

/** Importing a large data sheet, and looking a code up in definitions of two sizes. */
export async function measureFormats(rill: Definition): Promise<Figure[]> {
  const text = [
    "[DeviceInfo]",
    "VendorName=Bench",
    "VendorNumber=1",
    "ProductNumber=2",
    ...Array.from(
      { length: 5000 },
      (_, i) =>
        `[${(0x2000 + i).toString(16)}]\nParameterName=Object ${i}\nObjectType=7\nDataType=7\nAccessType=rw\nDefaultValue=5\nLowLimit=0\nHighLimit=100`,
    ),
  ].join("\n");
  let taken = 0;
  const ms = await medianMs(5, () => {
    const eds = readEds(text);
    const made = definitionFromEds(
      eds,
      {
        vendor: "Bench",
        family: "Bench",
        about: "",
        firmwareFrom: "0",
        supply: "",
        identity: identityFromEds(eds),
      },
      1,
    );
    taken = loadDefinition(JSON.stringify(made.file), "bench").parameters.length;
  });
  if (taken !== 5000) throw new Error(`${taken} of 5,000 objects were taken.`);
  const figures: Figure[] = [
    {
      what: "Importing a data sheet of 5,000 objects, checked as a whole",
      value: ms,
      unit: "ms",
      limit: "aim 1000 ms",
    },
  ];
  for (const count of [300, 10_000]) {
    const definition = widened(rill, count);
    const codes = definition.parameters.map((each) => each.code);
    const rounds = Math.ceil(300_000 / count);
    const all = await medianMs(9, () => {
      for (let i = 0; i < rounds; i++)
        for (const code of codes) if (!definition.byCode.has(code)) throw new Error(code);
    });
    figures.push({
      what: `Looking a code up among ${count.toLocaleString("en")}`,
      value: (all * 1e6) / (rounds * count),
      unit: "ns",
      limit: "the same at every size",
    });
  }
  return figures;
}
