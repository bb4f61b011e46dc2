import type { ModbusLink } from "@/core/definition";
import { PARITIES } from "@/core/link";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

/** How a drive of a register list talks. What is offered is careful: short questions and patience. */
export function ImportTalk({
  modbus,
  onChange,
}: {
  modbus: ModbusLink;
  onChange: (modbus: ModbusLink) => void;
}) {
  const set = (part: Partial<ModbusLink>): void => onChange({ ...modbus, ...part });
  const usual = (part: Partial<ModbusLink["defaults"]>): void =>
    set({ defaults: { ...modbus.defaults, ...part } });
  const number = (text: string, least: number, most: number, otherwise: number): number =>
    Math.min(most, Math.max(least, Number(text) || otherwise));
  return (
    <div className="grid grid-cols-2 sm:grid-cols-4 gap-3 max-w-5xl">
      <Select
        label="Registers are read with"
        value={modbus.readFunction}
        onChange={(event) => set({ readFunction: Number(event.target.value) as 3 | 4 })}
      >
        <option value={3}>function 3, holding</option>
        <option value={4}>function 4, input</option>
      </Select>
      <Select
        label="Order in several registers"
        value={modbus.wordOrder}
        onChange={(event) => set({ wordOrder: event.target.value as ModbusLink["wordOrder"] })}
      >
        <option value="high-first">high word first</option>
        <option value="low-first">low word first</option>
        <option value="high-first, bytes-swapped">high word first, low byte before high</option>
        <option value="low-first, bytes-swapped">low word first, low byte before high</option>
      </Select>
      <Field
        label="Registers in one question"
        inputMode="numeric"
        value={modbus.registersPerRead}
        onChange={(event) => set({ registersPerRead: number(event.target.value, 1, 125, 1) })}
      />
      <Select
        label="Reads across gaps"
        value={modbus.readAcrossGaps ? "yes" : "no"}
        onChange={(event) => set({ readAcrossGaps: event.target.value === "yes" })}
      >
        <option value="no">no, it refuses</option>
        <option value="yes">yes, it answers</option>
      </Select>
      <Field
        label="Usual address"
        inputMode="numeric"
        value={modbus.defaults.address}
        onChange={(event) => usual({ address: number(event.target.value, 0, 247, 1) })}
      />
      <Field
        label="Usual speed"
        inputMode="numeric"
        value={modbus.defaults.baud}
        onChange={(event) => usual({ baud: number(event.target.value, 300, 4_000_000, 9600) })}
      />
      <Select
        label="Usual parity"
        value={modbus.defaults.parity}
        onChange={(event) => usual({ parity: event.target.value as (typeof PARITIES)[number] })}
      >
        {PARITIES.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </Select>
      <Field
        label="Answers at the latest after, ms"
        inputMode="numeric"
        value={modbus.slowestAnswerMs}
        onChange={(event) => set({ slowestAnswerMs: number(event.target.value, 20, 20_000, 1000) })}
      />
    </div>
  );
}
