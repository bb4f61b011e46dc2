import { FIELD_WORDS, FIELDS, type Field, type ListOptions } from "@/core/format";
import { classes } from "@/ui/classes";
import { Field as Input } from "@/ui/field";
import { Select } from "@/ui/select";
import type { Upload } from "./import-types";

const SHOWN = 6;

interface Props {
  upload: Upload;
  sheet: number;
  list: ListOptions;
  onSheet: (sheet: number) => void;
  onChange: (list: ListOptions) => void;
}

/** Which column holds what: guessed, shown above the first rows, and changed by a person. */
export function ImportColumns({ upload, sheet, list, onSheet, onChange }: Props) {
  const shown = upload.sheets[sheet]!;
  const first = shown.head.findIndex((_, i) => i === list.headRow);
  const rows = shown.head.slice(Math.max(0, first), Math.max(0, first) + SHOWN);
  const width = Math.max(1, ...shown.head.map((each) => each.cells.length));
  const fieldAt = (column: number): Field | "" => FIELDS.find((each) => list.mapping[each] === column) ?? "";
  const choose = (column: number, field: Field | ""): void => {
    const mapping = { ...list.mapping };
    for (const each of FIELDS) if (mapping[each] === column || each === field) delete mapping[each];
    if (field !== "") mapping[field] = column;
    onChange({ ...list, mapping });
  };
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap gap-3 items-end">
        {upload.sheets.length > 1 && (
          <Select
            label="Sheet"
            value={sheet}
            onChange={(event) => onSheet(Number(event.target.value))}
            className="w-56"
          >
            {upload.sheets.map((each, i) => (
              <option key={each.name} value={i}>
                {each.name}, {each.rowCount} rows
              </option>
            ))}
          </Select>
        )}
        <div className="w-44">
          <Input
            label="Headings stand on line"
            type="number"
            min={1}
            value={shown.head[list.headRow]?.line ?? 1}
            onChange={(event) => {
              const at = shown.head.findIndex((each) => each.line === Number(event.target.value));
              if (at >= 0) onChange({ ...list, headRow: at });
            }}
          />
        </div>
        <Select
          label="The first register is counted as"
          value={list.base}
          onChange={(event) => onChange({ ...list, base: Number(event.target.value) as 0 | 1 })}
          className="w-72"
        >
          <option value={0}>0, as on the wire</option>
          <option value={1}>1: each number is one too high for the wire</option>
        </Select>
        <Select
          label="Registers are written"
          value={writtenAs(list)}
          onChange={(event) => onChange({ ...list, ...WRITTEN[event.target.value as keyof typeof WRITTEN] })}
          className="w-72"
        >
          <option value="shown">as the list shows</option>
          <option value="plain">in decimal, each itself</option>
          <option value="listed">as 40001 and 30001 for the first</option>
          <option value="hex">in hexadecimal without a mark</option>
        </Select>
        <Select
          label="Limits and defaults stand"
          value={list.limits ?? "shown"}
          onChange={({ target: { value } }) =>
            onChange({ ...list, limits: value === "raw" || value === "physical" ? value : undefined })
          }
          className="w-60"
        >
          <option value="shown">as the list shows</option>
          <option value="physical">in the value&rsquo;s unit</option>
          <option value="raw">as the raw number</option>
        </Select>
      </div>
      <div className="overflow-x-auto border border-hairline rounded-page bg-leaf">
        <table className="text-[14px]">
          <thead>
            <tr>
              {Array.from({ length: width }, (_, column) => (
                <th key={column} className="p-1.5 text-left font-normal align-bottom min-w-36">
                  <select
                    aria-label={`Column ${column + 1} holds`}
                    value={fieldAt(column)}
                    onChange={(event) => choose(column, event.target.value as Field | "")}
                    className="w-full min-h-8 rounded-page border border-hairline bg-paper px-1.5"
                  >
                    <option value="">nothing we need</option>
                    {FIELDS.map((each) => (
                      <option key={each} value={each}>
                        {FIELD_WORDS[each]}
                      </option>
                    ))}
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={row.line} className="border-t border-hairline">
                {Array.from({ length: width }, (_, column) => (
                  <td
                    key={column}
                    className={classes(
                      "px-2.5 py-1 max-w-64 truncate",
                      i === 0 && "font-semibold",
                      i > 0 && fieldAt(column) === "" && "text-soft",
                    )}
                    title={row.cells[column]}
                  >
                    {row.cells[column]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

const WRITTEN = {
  shown: { numbering: undefined, radix: undefined },
  plain: { numbering: "plain", radix: 10 },
  listed: { numbering: "listed", radix: 10 },
  hex: { numbering: "plain", radix: 16 },
} as const;

function writtenAs({ numbering, radix }: ListOptions): keyof typeof WRITTEN {
  if (radix === 16) return "hex";
  return numbering ?? "shown";
}
