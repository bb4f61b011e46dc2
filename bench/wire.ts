import { identifyDrive } from "@/core/drive";
import { planReads, questionMs, worthwhileGap } from "@/core/protocol/modbus";
import { systemClock } from "@/core/protocol/system-clock";
import type { Definition } from "@/core/definition";
import { IMPORTANCE, makeLink } from "@/server/link";
import { StandInDrive } from "@/simulator/drive";
import { StandInLine } from "@/simulator/line";
import { medianMs, type Figure } from "./measure";

/**
 * The least time a serial line needs to read a definition: every register once, in frames as large as the family allows,
 * characters, silent gaps and turn-around counted. Registers in gaps are not counted: they need not be read.
 */
export function wireLimitMs(definition: Definition, baud: number): number {
  const modbus = definition.file.modbus!;
  const line = { baud, bitsPerCharacter: 11, turnaroundMs: modbus.turnaroundMs };
  const frames = planReads(definition.parameters, { registersPerRead: modbus.registersPerRead, readAcrossGaps: modbus.readAcrossGaps, worthwhileGap: worthwhileGap(line) });
  return frames.reduce((sum, frame) => sum + questionMs(line, { kind: "read", function: modbus.readFunction, address: frame.address, count: frame.spans.reduce((all, each) => all + each.registers, 0) }), 0);
}

/** Reads all of a family from a stand-in: over a paced line against the wire's limit, and unpaced. */
export async function measureReading(definition: Definition): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const baud of [9600, 0]) {
    const line = new StandInLine({ id: "bench", title: "bench", port: 0, baud, gateway: false });
    const port = await line.open();
    line.add(new StandInDrive(definition, { rating: definition.file.ratings[0]!.id, firmware: "3.4", serial: "BENCH" }));
    const link = makeLink({ kind: "modbus-tcp", host: "127.0.0.1", port }, systemClock);
    const unit = (): number => definition.file.modbus!.defaults.address;
    const known = await identifyDrive((each) => link.session(each, unit, IMPORTANCE.reading), [definition]);
    if (!known.ok) throw new Error(known.trouble.text);
    const session = link.session(definition, unit, IMPORTANCE.reading);
    let read = 0;
    const ms = await medianMs(baud > 0 ? 3 : 15, async () => {
      read = 0;
      await session.read(definition.parameters, (step) => { read += step.values.size; });
    });
    if (read !== definition.parameters.length) throw new Error(`Only ${read} of ${definition.parameters.length} parameters were read.`);
    if (baud > 0) {
      const limit = wireLimitMs(definition, baud);
      figures.push({ what: `Reading all of ${definition.title} (${read} parameters) at ${baud} baud`, value: ms, unit: "ms", limit: `wire ${limit.toFixed(0)} ms, ratio ${(ms / limit).toFixed(3)}, aim 1.1` });
    } else {
      figures.push({ what: `Reading all of ${definition.title} over TCP, unpaced`, value: (read * 1000) / ms, unit: "parameters/s" });
    }
    link.close();
    await line.close();
  }
  return figures;
}
