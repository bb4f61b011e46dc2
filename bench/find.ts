import type { Definition } from "@/core/definition";
import { good } from "@/core/drive";
import { KnockTimeout, planSearch, type LinkSettings } from "@/core/link";
import { systemClock } from "@/core/protocol/system-clock";
import { StandInDrive } from "@/core/stand-in";
import { makeLink } from "@/server/link/drive-link";
import { Search } from "@/server/link/host/search";
import { StandInLine } from "@/simulator/line";
import type { Figure } from "./measure";

/** Finding three drives among 247 addresses on a line: the time it takes against the sum of the timeouts that nobody can spare. */
export async function measureFinding(
  definitions: readonly Definition[],
  rill: Definition,
): Promise<Figure[]> {
  const line = new StandInLine({
    id: "find",
    title: "find",
    port: 0,
    baud: 9600,
    gateway: false,
    kind: "rtu-over-tcp",
  });
  const port = await line.open();
  for (const address of [3, 90, 201])
    line.add(
      new StandInDrive(rill, {
        rating: "R-030",
        firmware: "4.4",
        serial: `F-${address}`,
        values: { "1n": address },
      }),
    );
  const settings: LinkSettings = { kind: "modbus-rtu-over-tcp", host: "127.0.0.1", port };
  const passes = planSearch({ link: settings, from: 1, to: 247, breadth: "these" }, definitions);
  const link = makeLink(settings, systemClock);
  const search = new Search(
    { id: "find", link: settings, linkName: "find", byName: "bench", from: 1, to: 247, patient: false },
    passes,
    {
      clock: systemClock,
      definitions,
      take: () => good(link),
      drop: () => undefined,
      wall: Date.now,
      keep: () => Promise.resolve({ swapped: false }),
      publish: () => undefined,
    },
  );
  const startedAt = performance.now();
  await search.run();
  const ms = performance.now() - startedAt;
  link.close();
  await line.close();
  if (search.view.found.length !== 3) throw new Error(`${search.view.found.length} of 3 drives were found.`);
  const silent = search.view.passes[0]!.marks.split("s").length - 1;
  const quick = new KnockTimeout(settings, definitions);
  const least = silent * quick.next(false);
  const patient = silent * quick.next(true);
  return [
    {
      what: `Finding 3 drives among ${passes[0]!.units.length} addresses at 9600 baud`,
      value: ms / 1000,
      unit: "s",
      limit: `silent addresses at the shortest safe wait ${(least / 1000).toFixed(1)} s, ratio ${(ms / least).toFixed(2)}; at full patience ${(patient / 1000).toFixed(0)} s`,
    },
  ];
}
