"use client";
import { useState } from "react";
import { bench } from "@/core/contract";
import type { IdentityField, ModbusLink } from "@/core/definition";
import { linkText } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";
import type { Waiting } from "./import-types";
import { RegisterField } from "./register-field";

const FIELD_WORDS: Record<IdentityField["field"], string> = {
  family: "Its family's number",
  rating: "Rating",
  firmware: "Firmware",
  serial: "Serial number",
  "power-part": "Serial number of the power part",
  axes: "Number of axes",
};

interface Props {
  identity: IdentityField[];
  canopen: boolean;
  modbus: ModbusLink | undefined;
  waiting: Waiting | undefined;
  onChange: (identity: IdentityField[]) => void;
}

/** How a drive tells who it is: where its family's number stands and which it is, and where its serial number and firmware stand, if it has them. */
export function ImportIdentity({ identity, canopen, modbus, waiting, onChange }: Props) {
  const { plant } = usePlant();
  const [said, setSaid] = useState<Array<{ value?: number | string; refused?: string }>>([]);
  const [trouble, setTrouble] = useState("");
  const set = (i: number, part: Partial<IdentityField>): void => {
    setSaid([]);
    onChange(identity.map((each, k) => (k === i ? { ...each, ...part } : each)));
  };
  const add = (field: IdentityField["field"]): void => {
    setSaid([]);
    let type: IdentityField["type"] = canopen ? "u32" : "u16";
    if (field === "serial" && !canopen) type = "text";
    onChange([
      ...identity,
      {
        field,
        address: canopen ? "1018.02" : 0,
        type,
        ...(field === "family" ? { equals: 0 } : {}),
        ...(field === "serial" && !canopen ? { length: 12 } : {}),
        ...(field === "firmware" ? { minorSteps: 100 } : {}),
      },
    ]);
  };
  const askDrive = async (): Promise<void> => {
    setTrouble("");
    const answer = await ask(bench.peek, {
      params: { plant },
      body: {
        link: waiting!.link,
        unit: waiting!.unit,
        items: identity.map(({ address, type, length }) => ({ address, type, length })),
        readFunction: modbus?.readFunction,
        wordOrder: modbus?.wordOrder,
      },
    });
    if (answer.ok) setSaid(answer.value);
    else setTrouble(`${answer.trouble.text} ${answer.trouble.remedy}`);
  };
  const missing = (["family", "serial", "firmware", "rating"] as const).filter(
    (field) => !identity.some((each) => each.field === field),
  );
  return (
    <div className="space-y-2 max-w-5xl">
      {identity.map((each, i) => (
        <div key={i} className="flex flex-wrap items-end gap-2 border-b border-hairline pb-2">
          <p className="w-44 pb-2 text-[15px]">{FIELD_WORDS[each.field]}</p>
          <div className="w-32">
            {canopen ? (
              <Field
                label="Object"
                value={String(each.address)}
                onChange={(event) => set(i, { address: event.target.value })}
              />
            ) : (
              <RegisterField address={Number(each.address)} onChange={(address) => set(i, { address })} />
            )}
          </div>
          <Select
            label="Type"
            value={each.type}
            onChange={(event) =>
              set(i, {
                type: event.target.value as IdentityField["type"],
                ...(event.target.value === "text" ? { length: each.length ?? 12 } : { length: undefined }),
              })
            }
            className="w-28"
          >
            <option value="u16">u16</option>
            <option value="u32">u32</option>
            <option value="text">text</option>
          </Select>
          {each.type === "text" && (
            <div className="w-24">
              <Field
                label="Characters"
                value={each.length ?? ""}
                inputMode="numeric"
                onChange={(event) => set(i, { length: Number(event.target.value) || undefined })}
              />
            </div>
          )}
          {each.field === "family" && (
            <div className="w-36">
              <Field
                label="It must hold"
                value={each.equals ?? ""}
                inputMode="numeric"
                onChange={(event) => set(i, { equals: Number(event.target.value.replace(/\D/g, "")) })}
              />
            </div>
          )}
          {each.field === "firmware" && each.type !== "text" && (
            <div className="w-44">
              <Field
                label="Minor steps in a major"
                value={each.minorSteps ?? ""}
                inputMode="numeric"
                hint={`e.g. 100: 307 is 3.7`}
                onChange={(event) => set(i, { minorSteps: Number(event.target.value) || undefined })}
              />
            </div>
          )}
          {said[i] && (
            <p className="pb-2 text-[15px]">
              The drive says{" "}
              <span className="font-mono bg-teal-ground px-1.5 rounded-[3px]">
                {said[i].value ?? said[i].refused}
              </span>
              {each.field === "family" && said[i].value !== undefined && said[i].value !== each.equals && (
                <button
                  type="button"
                  className="ml-2 min-h-8 underline underline-offset-4"
                  onClick={() => set(i, { equals: Number(said[i]!.value) })}
                >
                  Take it
                </button>
              )}
            </p>
          )}
          <button
            type="button"
            className="min-h-9 pointer-coarse:min-h-11 px-2 text-soft hover:text-ink underline underline-offset-4 decoration-hairline"
            onClick={() => {
              setSaid([]);
              onChange(identity.filter((_, k) => k !== i));
            }}
          >
            Remove
          </button>
        </div>
      ))}
      <div className="flex flex-wrap gap-2 items-center">
        {missing.map((field) => (
          <Button key={field} onClick={() => add(field)}>
            Add {FIELD_WORDS[field].toLowerCase()}
          </Button>
        ))}
        {waiting && identity.length > 0 && (
          <Button onClick={() => void askDrive()}>
            Ask the drive at {linkText(waiting.link)}, address {waiting.unit}
          </Button>
        )}
      </div>
      {trouble && (
        <p role="alert" className="text-ochre text-[15px]">
          {trouble}
        </p>
      )}
      {!identity.some((each) => each.field === "serial") && (
        <p className="text-soft text-[15px]">
          Without a serial number a drive is known by where it stands; that it was swapped cannot be noticed
          then.
        </p>
      )}
    </div>
  );
}
