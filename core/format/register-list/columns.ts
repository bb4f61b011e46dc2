/** What a column of a register list may hold. */
export const FIELDS = [
  "code",
  "name",
  "address",
  "type",
  "length",
  "scale",
  "divisor",
  "decimals",
  "unit",
  "min",
  "max",
  "range",
  "default",
  "choices",
  "access",
  "kind",
  "group",
  "help",
] as const;
export type Field = (typeof FIELDS)[number];

export const FIELD_WORDS: Record<Field, string> = {
  code: "Code",
  name: "Name",
  address: "Register",
  type: "Type",
  length: "Characters of a text",
  scale: "One raw step is",
  divisor: "Raw is divided by",
  decimals: "Decimals",
  unit: "Unit",
  min: "Least",
  max: "Most",
  range: "Range",
  default: "Factory default",
  choices: "Choices",
  access: "Read or write",
  kind: "Kind: setting, command, measured ...",
  group: "Group",
  help: "What it does",
};

/** Which column holds what, counted from 0. */
export type Mapping = Partial<Record<Field, number>>;

/** Words that headings begin with or are, in English and German, the most telling first. */
const WORDS: Record<Field, RegExp> = {
  address:
    /^(reg(ister)?( ?(no|number|address|addr|nr))?|addr(ess)?|modbus[- ]?(address|register|adresse)?|adresse( modbus)?|registre|offset)\.?( ?\((dec|hex)\.?\))?$/i,
  code: /^(code|par(ameter|amètre|ametre)?( ?(no|number|nr|id|n°))?|number|numéro|no|nr|n°|id|index|p-?no)\.?$/i,
  name: /^(name|parameter name|title|designation|bezeichnung|label|description|beschreibung|nom|désignation|libellé)$/i,
  type: /^(type|data ?type|format|datentyp|typ|type de données)$/i,
  length: /^(length|characters|chars|laenge|länge)$/i,
  divisor: /^(divisor|div|raw is divided by|gain)$/i,
  scale:
    /^(scal(e|ing)|factor|resolution|step|multiplier|faktor|skalierung|auflösung|échelle|résolution|facteur)$/i,
  decimals: /^(decimals?|dec|decimal places|nachkommastellen)$/i,
  unit: /^(unit|units|einheit|dimension|unité)$/i,
  min: /^(min(imum)?|least|low(er)?( limit)?|from)\.?$/i,
  max: /^(max(imum)?|most|high(er)?( limit)?|upper( limit)?|to)\.?$/i,
  range: /^(range|value range|setting range|bereich|wertebereich|einstellbereich|plage|plage de réglage)$/i,
  default:
    /^(default|def|factory( default| setting)?|preset|initial( value)?|werkseinstellung|standard|réglage usine|défaut|valeur par défaut)\.?$/i,
  choices: /^(choices|options|values|selection|enum(eration)?|meaning|auswahl)$/i,
  access: /^(access|r\/?w|rw|attribute|attr|zugriff|read\/write|accès|l\/?[es])$/i,
  kind: /^(kind|class|art)$/i,
  group: /^(group|menu|section|category|function group|gruppe|groupe)$/i,
  help: /^(help|remark(s)?|comment|note(s)?|explanation|function|bemerkung|info)$/i,
};

/** Rows in which a heading is looked for. */
const LOOK_AT = 30;

/** Finds the heading row and what its columns mean. A column whose heading says nothing is left free; every guess can be changed by a person. */
export function guessColumns(rows: readonly (readonly string[])[]): { headRow: number; mapping: Mapping } {
  let best = { headRow: 0, mapping: {} as Mapping };
  for (let row = 0; row < Math.min(rows.length, LOOK_AT); row++) {
    const mapping = mapRow(rows[row]!);
    if (Object.keys(mapping).length > Object.keys(best.mapping).length) best = { headRow: row, mapping };
  }
  const { mapping } = best;
  // What a register means is its name, unless another column has that: then it is what its values mean.
  if (
    mapping.name === undefined &&
    /^meaning$/i.test(rows[best.headRow]?.[mapping.choices ?? -1]?.trim() ?? "")
  ) {
    mapping.name = mapping.choices;
    delete mapping.choices;
  }
  // "Description" beside "Name" is help; alone it is the name.
  const second =
    rows[best.headRow]?.findIndex(
      (cell, i) => i !== mapping.name && /^(description|beschreibung)$/i.test(cell.trim()),
    ) ?? -1;
  if (second >= 0 && mapping.help === undefined) mapping.help = second;
  return best;
}

function mapRow(cells: readonly string[]): Mapping {
  const mapping: Mapping = {};
  const free = new Set(cells.keys());
  for (const field of ["address", ...FIELDS.filter((each) => each !== "address")] as const) {
    const exactName =
      field === "name"
        ? cells.findIndex((cell, i) => free.has(i) && /^(name|bezeichnung|title)$/i.test(cell.trim()))
        : -1;
    const at =
      exactName >= 0
        ? exactName
        : cells.findIndex((cell, i) => free.has(i) && WORDS[field].test(cell.trim()));
    if (at < 0) continue;
    mapping[field] = at;
    free.delete(at);
  }
  return mapping;
}
