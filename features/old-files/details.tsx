"use client";
import type { OldFileView } from "@/core/contract";
import { VALUE_FIELD_WORDS, VALUE_FIELDS } from "@/core/format";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";
import { fromField, toField } from "@/ui/when";
import type { OldFile } from "./old-file";

interface Props {
  path: string;
  values: NonNullable<OldFileView["values"]>;
  onSay: (said: OldFile["said"]) => void;
}

/** What a person can put right of the guesses about a file, and every line of it that did not fit. */
export function Details({ path, values, onSay }: Props) {
  const { table, notes } = values;
  return (
    <div className="pl-16 max-sm:pl-4 pr-4 pb-4 space-y-4">
      <div className="flex flex-wrap gap-3 items-end">
        <Select
          label="Family"
          value={values.family ?? ""}
          className="w-52"
          onChange={(event) => onSay({ family: event.target.value })}
        >
          {values.family === undefined && <option value="">none fits</option>}
          {values.families.map((each) => (
            <option key={each.id} value={each.id}>
              {each.title}, knows {each.known}
            </option>
          ))}
        </Select>
        <Select
          label="Its numbers are"
          value={values.meant}
          className="w-56"
          onChange={(event) => onSay({ meant: event.target.value as typeof values.meant })}
        >
          <option value="shown">as a person reads them</option>
          <option value="raw">as the drive counts</option>
        </Select>
        <Select
          label="Rating"
          value={values.rating ?? ""}
          className="w-44"
          onChange={(event) => onSay({ rating: event.target.value })}
        >
          <option value="">not told</option>
          {values.ratings.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </Select>
        <div className="w-28">
          <Field
            label="Firmware"
            defaultValue={values.firmware}
            placeholder="not told"
            onBlur={(event) => {
              if (event.target.value !== values.firmware) onSay({ firmware: event.target.value.trim() });
            }}
          />
        </div>
        <div className="w-40">
          <Field
            label="Serial number"
            defaultValue={values.serial}
            placeholder="not told"
            onBlur={(event) => {
              if (event.target.value !== values.serial) onSay({ serial: event.target.value.trim() });
            }}
          />
        </div>
        <div className="w-52">
          <Field
            label="Taken on"
            type="datetime-local"
            defaultValue={values.takenAt && toField(values.takenAt)}
            onBlur={(event) => {
              const { value } = event.target;
              // A field has no seconds: who only passed through it has said nothing.
              if (values.takenAt && value === toField(values.takenAt)) return;
              const at = fromField(value);
              if (at) onSay({ takenAt: at.toISOString() });
            }}
          />
        </div>
      </div>
      {table && (
        <div className="space-y-2">
          <div className="flex flex-wrap gap-3 items-end">
            {table.sheets.length > 1 && (
              <Select
                label="Sheet"
                value={table.sheet}
                className="w-44"
                onChange={(event) => onSay({ sheet: Number(event.target.value) })}
              >
                {table.sheets.map((each, i) => (
                  <option key={each} value={i}>
                    {each}
                  </option>
                ))}
              </Select>
            )}
            {VALUE_FIELDS.map((field) => (
              <Select
                key={field}
                label={`${VALUE_FIELD_WORDS[field]} is in`}
                value={table.columns[field] ?? ""}
                className="w-36"
                onChange={(event) =>
                  onSay({
                    ...table.columns,
                    head: table.head,
                    sheet: table.sheet,
                    [field]: event.target.value === "" ? undefined : Number(event.target.value),
                  })
                }
              >
                <option value="">no column</option>
                {Array.from(
                  { length: Math.max(0, ...table.rows.map((each) => each.cells.length)) },
                  (_, i) => (
                    <option key={i} value={i}>
                      {columnWords(table, i)}
                    </option>
                  ),
                )}
              </Select>
            ))}
          </div>
          <div
            className="overflow-auto border border-hairline max-h-56"
            tabIndex={0}
            role="region"
            aria-label={`First rows of ${path}`}
          >
            <table className="text-[13px] font-mono">
              <tbody>
                {table.rows.map((row) => (
                  <tr key={row.line} className="border-t border-hairline">
                    <td className="text-soft px-2 py-0.5 text-right">{row.line}</td>
                    {row.cells.map((cell, i) => (
                      <td key={i} className="px-2 py-0.5 whitespace-nowrap">
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
      )}
      {notes.length === 0 ? (
        <p className="text-[14px] text-soft">Every line of it fits.</p>
      ) : (
        <div
          className="overflow-auto border border-hairline max-h-72"
          tabIndex={0}
          role="region"
          aria-label={`Lines of ${path} that did not fit`}
        >
          <table className="w-full text-[14px]">
            <tbody>
              {notes.map((each, i) => (
                <tr key={i} className="border-t border-hairline align-top">
                  <td className="text-soft px-2 py-1 whitespace-nowrap">
                    {each.line > 0 ? `line ${each.line}` : "the file"}
                  </td>
                  <td className="font-mono py-1 pr-3">{each.what}</td>
                  <td className="py-1 pr-2">
                    {each.reason} <span className="text-soft">{each.remedy}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {values.noteCount > notes.length && (
            <p className="px-2 py-1 text-soft">and {values.noteCount - notes.length} more</p>
          )}
        </div>
      )}
    </div>
  );
}

function columnWords(table: NonNullable<Props["values"]["table"]>, column: number): string {
  // One row above the headings is shown, where there is one.
  const head = table.head < 0 ? "" : (table.rows[table.head > 0 ? 1 : 0]?.cells[column] ?? "");
  return `${column + 1}${head ? `: ${head.slice(0, 24)}` : ""}`;
}
