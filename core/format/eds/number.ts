/** A number of a data sheet, and whether it is counted on from the node's address. */
export interface EdsNumber {
  value: bigint;
  addsNode: boolean;
}

/**
 * Reads a number after CiA 306-1, clause 4.3: decimal, hexadecimal with 0x, octal with a leading 0, and "$NODEID+..." for what depends on the node's address.
 * Undefined when it is none.
 */
export function readNumber(text: string): EdsNumber | undefined {
  const match = /^(?:(\$NODEID)\s*\+\s*)?(-?)(.+?)(?:\s*\+\s*(\$NODEID))?$/i.exec(text.trim());
  if (!match) return undefined;
  const addsNode = match[1] !== undefined || match[4] !== undefined;
  if (/^\$NODEID$/i.test(match[3]!)) return { value: 0n, addsNode: true };
  const digits = plain(match[3]!);
  return digits === undefined ? undefined : { value: match[2] === "-" ? -digits : digits, addsNode };
}

function plain(text: string): bigint | undefined {
  if (/^0x[\da-f]+$/i.test(text)) return BigInt(text);
  if (/^0[0-7]+$/.test(text)) return BigInt(`0o${text.slice(1)}`);
  return /^(0|[1-9]\d*)$/.test(text) ? BigInt(text) : undefined;
}

/** The same for a small count or a code, as a number; undefined when it is none or depends on the node. */
export function readSmall(text: string | undefined): number | undefined {
  const number = text === undefined ? undefined : readNumber(text);
  return number === undefined || number.addsNode || number.value > 0xffffffffn
    ? undefined
    : Number(number.value);
}
