/** What a person typed as the number of a register, as counted on the wire from 0; or why it is none. */
export type RegisterRead = { ok: true; address: number; says?: string } | { ok: false; why: string };

/**
 * Reads a register's number as people write it: 12, 0x1F, 1Fh, and 30001 to 49999 as lists number input and holding registers from 1. What was
 * understood is said where it is not what was typed. Example: `40013` is register 12.
 */
export function readRegister(typed: string): RegisterRead {
  const text = typed.trim();
  const hex = /^(?:0x([0-9a-f]{1,4})|([0-9a-f]{1,4})h)$/i.exec(text);
  if (hex) {
    const address = parseInt(hex[1] ?? hex[2]!, 16);
    return { ok: true, address, says: `register ${address}, counted from 0` };
  }
  if (!/^\d{1,6}$/.test(text)) return { ok: false, why: "A number is wanted: 12, 0x1F or 40013." };
  const number = Number(text);
  const listed = /^[34]\d{4}$/.test(text) ? number % 10_000 : undefined;
  if (listed !== undefined && listed > 0)
    return {
      ok: true,
      address: listed - 1,
      says: `taken as numbered in lists: register ${listed - 1}, counted from 0. Write 0x${number.toString(16).toUpperCase()} for register ${number} itself.`,
    };
  if (number > 0xffff) return { ok: false, why: "Registers end at 65535." };
  return { ok: true, address: number };
}
