import { expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import type { IdentityField } from "@/core/definition";
import type { LineNote, ListOptions } from "@/core/format";
import { InPlant, withPage, withServer } from "@/features/testing";
import { ImportColumns } from "./import-columns";
import { ImportIdentity } from "./import-identity";
import { ImportNotes } from "./import-notes";
import { ImportSigns } from "./import-signs";
import type { Choices, Upload } from "./import-types";

withPage();
let peeked: object = {};
const asked = withServer(() => peeked);

const note = (line: number, verdict: LineNote["verdict"]): LineNote => ({
  line,
  verdict,
  what: `P${line}`,
  reason: "Why.",
  remedy: "What to do.",
});

test("remarks on lines: how many are left out is said of all of them, though only the first are shown", () => {
  render(<ImportNotes notes={[note(0, "note"), note(7, "left-out")]} count={900} leftOut={850} taken={1} />);
  expect(screen.getByText("1 parameter taken. 900 remarks; 850 lines left out.")).toBeTruthy();
  const rows = screen.getAllByRole("row").slice(1);
  expect(rows.map((each) => within(each).getAllByRole("cell")[0]!.textContent)).toEqual(["file", "7"]);
  expect(screen.getByText("And 898 more.")).toBeTruthy();
});
test("a list in which every line fits has no table of lines that do not", () => {
  render(<ImportNotes notes={[]} count={0} leftOut={0} taken={12} />);
  expect(screen.getByText("12 parameters taken. Every line fits.")).toBeTruthy();
  expect(screen.queryByRole("table")).toBeNull();
});

type About = NonNullable<Choices["about"]>;
function Signs({ told }: { told: Array<Partial<About>> }) {
  const [about, setAbout] = useState({} as About);
  told.push(about);
  return <ImportSigns about={about} canopen={false} onChange={setAbout} />;
}
const row = (title: string): HTMLElement => screen.getByText(title).parentElement!;

test("whether a permission is asked for is not told until somebody says so; that none is, is said on purpose and taken back", async () => {
  const told: Array<Partial<About>> = [];
  render(<Signs told={told} />);
  const permission = within(row("Write permission is given"));
  expect(permission.getByText(/not told/)).toBeTruthy();
  await userEvent.click(permission.getByRole("button", { name: "None is asked for" }));
  expect(told.at(-1)).toEqual({ asksNoPermission: true });
  expect(permission.getByText("none is asked for")).toBeTruthy();
  await userEvent.click(permission.getByRole("button", { name: "Not told" }));
  expect(told.at(-1)!.asksNoPermission).toBeUndefined();
  // Who says where it is told does not say that there is none.
  await userEvent.click(permission.getByRole("button", { name: "None is asked for" }));
  await userEvent.click(permission.getByRole("button", { name: "Say where" }));
  expect(told.at(-1)).toMatchObject({
    asksNoPermission: undefined,
    permission: { given: { address: 0, bit: 0 }, howTo: "", withoutIt: "refuses" },
  });
  await userEvent.type(screen.getByLabelText("What to press at the keypad to give it"), "OK");
  expect(told.at(-1)!.permission!.howTo).toBe("OK");
});
test("a sign is a bit or a value, the right way round or the other; left open it is not told", async () => {
  const told: Array<Partial<About>> = [];
  render(<Signs told={told} />);
  const turns = within(row("The motor turns"));
  expect(turns.queryByRole("button", { name: "None is asked for" })).toBeNull();
  await userEvent.click(turns.getByRole("button", { name: "Say where" }));
  await userEvent.selectOptions(turns.getByLabelText("When it is set"), "no, the other way");
  await userEvent.clear(turns.getByLabelText("Bit, from 0"));
  await userEvent.type(turns.getByLabelText("Bit, from 0"), "99");
  expect(told.at(-1)!.signs!.running).toEqual({ address: 0, bit: 15, inverted: true });
  await userEvent.selectOptions(turns.getByLabelText("It says so by"), "a value");
  expect(told.at(-1)!.signs!.running).toMatchObject({ bit: undefined, equals: 1 });
  await userEvent.click(turns.getByRole("button", { name: "Not told" }));
  expect(told.at(-1)!.signs!.running).toBeUndefined();
});

const upload = {
  kind: "list",
  sheets: [
    {
      name: "History",
      rowCount: 3,
      head: [
        { line: 2, cells: ["Reg", "What", "Def"] },
        { line: 3, cells: ["0", "Up", "5"] },
      ],
    },
  ],
} as unknown as Upload;
function Columns({ told }: { told: ListOptions[] }) {
  const [list, setList] = useState<ListOptions>({ mapping: { address: 0, default: 2 }, headRow: 0, base: 0 });
  told.push(list);
  return <ImportColumns upload={upload} sheet={0} list={list} onSheet={() => undefined} onChange={setList} />;
}

test("a column holds one thing and a thing stands in one column; how registers are written is said as one", async () => {
  const told: ListOptions[] = [];
  render(<Columns told={told} />);
  await userEvent.selectOptions(screen.getByLabelText("Column 2 holds"), "Name");
  expect(told.at(-1)!.mapping).toEqual({ address: 0, default: 2, name: 1 });
  // It was somewhere else before.
  await userEvent.selectOptions(screen.getByLabelText("Column 3 holds"), "Name");
  expect(told.at(-1)!.mapping).toEqual({ address: 0, name: 2 });
  await userEvent.selectOptions(screen.getByLabelText("Column 1 holds"), "nothing we need");
  expect(told.at(-1)!.mapping).toEqual({ name: 2 });
  const written = screen.getByLabelText("Registers are written");
  await userEvent.selectOptions(written, "in hexadecimal without a mark");
  expect(told.at(-1)).toMatchObject({ numbering: "plain", radix: 16 });
  await userEvent.selectOptions(written, "as the list shows");
  expect([told.at(-1)!.numbering, told.at(-1)!.radix]).toEqual([undefined, undefined]);
  await userEvent.selectOptions(screen.getByLabelText("Limits and defaults stand"), "as the raw number");
  expect(told.at(-1)!.limits).toBe("raw");
});

function Identity({ told }: { told: IdentityField[][] }) {
  const [identity, setIdentity] = useState<IdentityField[]>([]);
  told.push(identity);
  return (
    <ImportIdentity
      identity={identity}
      canopen={false}
      modbus={undefined}
      waiting={{ link: { kind: "tcp", host: "10.0.0.7", port: 502, framing: "tcp" } as never, unit: 3 }}
      onChange={setIdentity}
    />
  );
}

test("how a drive tells who it is: the drive is asked, its answer taken; a changed place takes the answer away; a refusal is said", async () => {
  const told: IdentityField[][] = [];
  render(<Identity told={told} />, { wrapper: InPlant });
  expect(screen.getByText(/that it was swapped cannot be noticed/)).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Add its family's number" }));
  const ask = screen.getByRole("button", { name: /Ask the drive at .*address 3/ });
  peeked = { value: [{ value: 412 }] };
  await userEvent.click(ask);
  expect(asked.at(-1)!.body).toMatchObject({ unit: 3, items: [{ address: 0, type: "u16" }] });
  await userEvent.click(await screen.findByRole("button", { name: "Take it" }));
  expect(told.at(-1)).toEqual([{ field: "family", address: 0, type: "u16", equals: 412 }]);
  expect(screen.queryByText(/The drive says/)).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Add serial number" }));
  expect(told.at(-1)!.at(-1)).toMatchObject({ field: "serial", type: "text", length: 12 });
  expect(screen.queryByText(/that it was swapped cannot be noticed/)).toBeNull();
  peeked = { trouble: { kind: "silent", text: "No answer.", remedy: "Look at the cable." } };
  await userEvent.click(ask);
  expect((await screen.findByRole("alert")).textContent).toBe("No answer. Look at the cable.");
});
