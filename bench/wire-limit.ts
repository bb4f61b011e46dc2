import { addressOf, type Definition } from "@/core/definition";

/** Start bit, eight data bits, parity and stop bits: 11 bits a character (Modbus over serial line 1.02, 2.5.1). */
const BITS = 11;
/** Function, address and check bytes of a question, and what an answer has beside its registers (RTU). */
const QUESTION = 8;
const ANSWER = 5;

/**
 * The least time a serial line needs to read a definition, by arithmetic of its own: nothing here is shared with what reads
 * or with the stand-ins' pace. Every register that must be read and none more, in frames as large as the family allows,
 * each way behind a gap of 3.5 characters, above 19,200 baud of 1.75 ms (2.5.1.1), and the drive's stated turn-around.
 * `connecting` adds the registers that say who the drive is and how it stands.
 */
export function wireLimitMs(definition: Definition, baud: number, { connecting = false } = {}): number {
  const { parameters, file } = definition;
  const modbus = file.modbus!;
  const needed = new Set(connecting ? registersOfConnecting(definition) : []);
  for (const { address, registers } of parameters)
    for (let i = 0; i < registers; i++) needed.add(address + i);
  const sorted = [...needed].sort((a, b) => a - b);
  const character = (BITS * 1000) / baud;
  const gap = baud > 19_200 ? 1.75 : 3.5 * character;
  let frames = 0;
  for (let at = 0; at < sorted.length; frames++) {
    const end = sorted[at]! + modbus.registersPerRead;
    let next = at + 1;
    while (
      next < sorted.length &&
      sorted[next]! < end &&
      (modbus.readAcrossGaps || sorted[next] === sorted[next - 1]! + 1)
    )
      next += 1;
    at = next;
  }
  const characters = frames * (QUESTION + ANSWER) + 2 * sorted.length;
  return characters * character + frames * (2 * gap + modbus.turnaroundMs);
}

function registersOfConnecting({ file }: Definition): number[] {
  const { running, tripped, tripNumber, warnings, volatile } = file.state;
  const signs = [running, tripped, tripNumber, warnings, volatile, file.permission?.given];
  return [
    ...file.identity.flatMap(({ address, length }) =>
      Array.from({ length: Math.ceil((length ?? 2) / 2) }, (_, i) => addressOf(address) + i),
    ),
    ...signs.flatMap((each) => (each ? [addressOf(each.address)] : [])),
  ];
}
