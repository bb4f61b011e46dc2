import { definitionFor, type Definition } from "@/core/definition";
import { protocolOf, type LinkSettings } from "@/core/link";
import { systemClock } from "@/core/protocol/system-clock";
import type { DriveMake } from "@/core/stand-in";
import { IMPORTANCE } from "@/server/link";
import { makeLink } from "@/server/link/drive-link";
import { medianMs, type Figure } from "./measure";
import { standIns } from "./stand-ins";
import { wireLimitMs } from "./wire-limit";

/** The round trip of the stand-in gateway when it is paced: about what a CAN bus at 500 kbit/s and a small gateway take. */
const GATEWAY_MS = 3;
const IN_FLIGHT = 8;
const PORT = 15_988;

/** Reads all of a drive from a stand-in: over a paced line against what the wire needs, and unpaced. */
export async function measureReading(family: Definition, make: DriveMake, baud: number): Promise<Figure[]> {
  const definition = definitionFor(family, {
    firmware: make.firmware,
    axes: make.axes ?? 1,
    options: make.options ?? [],
  });
  const canopen = definition.protocol === "canopen";
  const what = `all of ${definition.title}${definition.axes.length > 1 ? `, ${definition.axes.length} axes` : ""}${definition.file.sets ? `, ${definition.file.sets.count} sets` : ""}`;
  const paced = await timeReading(
    definition,
    make,
    canopen ? { kind: "canopen", baud: 0, latencyMs: GATEWAY_MS } : { kind: "rtu-over-tcp", baud },
  );
  const limit = canopen
    ? Math.ceil(definition.parameters.length / IN_FLIGHT) * GATEWAY_MS
    : wireLimitMs(definition, baud);
  const unpaced = await timeReading(definition, make, { baud: 0, ...(canopen ? { kind: "canopen" } : {}) });
  return [
    {
      what: `Reading ${what} (${definition.parameters.length} parameters) ${canopen ? `through a gateway, ${GATEWAY_MS} ms a question, ${IN_FLIGHT} at once` : `at ${baud} baud, RTU`}`,
      value: paced,
      unit: "ms",
      limit: `${canopen ? "round trips" : "wire"} ${limit.toFixed(0)} ms, ratio ${(paced / limit).toFixed(3)}, aim ${canopen ? "1.2" : "1.1"}`,
    },
    {
      what: `Reading ${what} over TCP, unpaced`,
      value: (definition.parameters.length * 1000) / unpaced,
      unit: "parameters/s",
    },
  ];
}

async function timeReading(
  definition: Definition,
  make: DriveMake,
  settings: { kind?: "canopen" | "rtu-over-tcp"; baud: number; latencyMs?: number },
): Promise<number> {
  const stop = await standIns({
    lines: [
      {
        id: "bench",
        title: "bench",
        port: PORT,
        gateway: false,
        ...settings,
        drives: [{ ...make, definitionId: definition.id, tag: "BENCH" }],
      },
    ],
  });
  const there = { host: "127.0.0.1", port: PORT };
  const at: LinkSettings = {
    canopen: { kind: "canopen-gateway" as const, ...there, net: 1, inFlight: IN_FLIGHT },
    "rtu-over-tcp": { kind: "modbus-rtu-over-tcp" as const, ...there },
    tcp: { kind: "modbus-tcp" as const, ...there },
  }[settings.kind ?? "tcp"];
  const link = makeLink(at, systemClock);
  if (protocolOf(at.kind) !== definition.protocol)
    throw new Error("The link does not speak the family's protocol.");
  const unit = definition.file.canopen?.defaults.node ?? definition.file.modbus!.defaults.address;
  const session = link.session(definition, () => unit, IMPORTANCE.reading);
  let read = 0;
  const ms = await medianMs(settings.baud > 0 || settings.latencyMs ? 3 : 10, async () => {
    read = 0;
    await session.read(definition.parameters, (step) => {
      read += step.values.size;
    });
  });
  link.close();
  await stop();
  if (read !== definition.parameters.length)
    throw new Error(`Only ${read} of ${definition.parameters.length} parameters were read.`);
  return ms;
}
