import { object, oneOf, optional, whole, yesNo, type Of } from "@/core/shape";
import { address, code, natural, text } from "./shapes";
import { command, sign } from "./signs";

/** The objects of CiA 302-3 for one program: download as a domain, control, what is in it, and how the memory stands. */
const canopenProgram = object({
  /** 1F50: the program itself, as a domain. */
  download: address,
  /** 1F51: 0 stops it, 1 starts it, 3 clears it; reads 1 while it runs. */
  control: address,
  /** 1F56: what tells one program from another. */
  identification: address,
  /** 1F57: bit 0 while the memory is being written, bits 1 to 7 what is wrong. */
  status: address,
});

/** A program as the records of a file (Modbus, functions 20 and 21), with what is sent and looked at around it. */
const modbusProgram = object({
  /** The file's number; what is longer than 10,000 records goes on in the next one. */
  file: whole({ min: 1, max: 0xffff }),
  /** How many records, of 16 bits each, go in one question. */
  recordsPerFrame: whole({ min: 1, max: 121 }),
  start: command,
  stop: command,
  clear: command,
  /** Sent when all records are; the drive looks at them and keeps them. */
  accept: command,
  runs: sign,
  /** While the memory is being written or cleared. */
  busy: sign,
  /** Nothing is in it. */
  empty: sign,
  /** A whole program is in it. */
  valid: sign,
  /** Two registers: what tells one program from another. */
  identification: address,
});

/** How one sees what a file is, before it is put on. */
const programFile = object({
  /** Its first bytes, as text. */
  startsWith: optional(text),
  /** Where it says how long it is: a 32-bit number, low byte first. */
  lengthAt: optional(natural),
  /** What the drive's identification is of the file: its check sum (CRC-32), or the 32-bit number at a place in it. */
  identification: oneOf(["crc-32", "at"]),
  identificationAt: optional(natural),
  mostBytes: whole({ min: 1, max: 1024 * 1024 }),
});

/**
 * The drive's own program. Present, enabled and running are three things, each told by a parameter; what is not named is not told. It is put on, started, stopped and taken
 * off over the objects or file records of an open standard.
 */
export const program = object({
  about: text,
  present: optional(code),
  enabled: optional(code),
  runs: optional(code),
  name: optional(code),
  identification: optional(code),
  canopen: optional(canopenProgram),
  modbus: optional(modbusProgram),
  file: optional(programFile),
  /** Whether it can be read back from the drive. */
  readsBack: yesNo,
  /** What putting on, starting and stopping do to the link and to the axes. */
  disturbs: text,
  /** How long writing its memory may take, in ms. */
  longestMs: natural,
});
export type ProgramSpec = Of<typeof program>;
