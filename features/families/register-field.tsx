"use client";
import { useState } from "react";
import { readRegister } from "@/core/format";
import { Field } from "@/ui/field";

/** A register as counted on the wire, typed as people write registers: 12, 0x1F, or 40013 as a list numbers it. What it means is said; what it cannot mean too. */
export function RegisterField({
  address,
  onChange,
}: {
  address: number;
  onChange: (address: number) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const read = typed === undefined ? undefined : readRegister(typed);
  return (
    <Field
      label="Register"
      value={typed ?? String(address)}
      error={read && !read.ok ? read.why : undefined}
      hint={read?.ok ? read.says : undefined}
      onChange={({ target: { value } }) => {
        setTyped(value);
        const next = readRegister(value);
        if (next.ok) onChange(next.address);
      }}
    />
  );
}
