import { LINK_WORDS, linkText, PARITIES, type LinkKind, type LinkSettings } from "./settings";

/** A host by name or address. */
export const HOST = /^[A-Za-z0-9]([A-Za-z0-9._:-]*[A-Za-z0-9])?$/;
/** A serial port by its path or, on Windows, by its number. */
export const PORT_PATH = /^(\/[\w.\-/]+|COM\d{1,3})$/;
const ANY_COM = /^com\d{1,3}$/i;

/** How a link may be written, for whoever wrote it otherwise. */
const WRITE_IT = `Write it like "10.4.2.31" (Modbus TCP), "${LINK_WORDS["modbus-rtu-over-tcp"]} 10.4.2.9:4001", "COM7, RTU 9600 8E1" or "${LINK_WORDS["canopen-gateway"]} 10.4.2.8:7000, network 1".`;

const USUAL_PORT: Record<Exclude<LinkKind, "modbus-serial">, number> = {
  "modbus-tcp": 502,
  "modbus-rtu-over-tcp": 502,
  "canopen-gateway": 7000,
};
const MOST_IN_FLIGHT = 32;

/**
 * A link in one line that says all of it, as a list of positions has it; `readLinkLine` reads it back.
 * @example linkLine({ kind: "modbus-tcp", host: "10.4.2.31", port: 502 }) // "Modbus TCP 10.4.2.31:502"
 */
export function linkLine(settings: LinkSettings): string {
  if (settings.kind === "modbus-serial") return linkText(settings);
  const line = `${LINK_WORDS[settings.kind]} ${linkText(settings)}`;
  if (settings.kind !== "canopen-gateway") return line;
  const network = settings.net === 0 ? "" : `, network ${settings.net}`;
  return `${line}${network}, ${settings.inFlight} at once`;
}

/**
 * Reads a link as people write it: the kind in words (Modbus TCP where none stands there), host and port (the usual one where none stands there), or a serial port
 * with how it is spoken. A fault says what does not fit and how to write it.
 */
export function readLinkLine(line: string): { link: LinkSettings } | { fault: string } {
  const [way = "", ...more] = line.split(",").map((each) => each.trim());
  const fault = (what: string): { fault: string } => ({
    fault: `"${line.trim()}" is no link: ${what} ${WRITE_IT}`,
  });
  const typed = withoutKind(way, "modbus-serial");
  const serial = ANY_COM.test(typed) ? typed.toUpperCase() : typed;
  if (PORT_PATH.test(serial)) return readSerial(serial, more, fault);
  const kind = (Object.keys(USUAL_PORT) as Array<keyof typeof USUAL_PORT>).find(
    (each) => withoutKind(way, each) !== way,
  );
  const [, host, port] = /^(.*?)(?::(\d+))?$/s.exec(withoutKind(way, kind ?? "modbus-tcp"))!;
  if (!HOST.test(host!) || host!.length > 253) return fault("no host and no serial port stands there.");
  const settings = {
    host: host!,
    port: port === undefined ? USUAL_PORT[kind ?? "modbus-tcp"] : Number(port),
  };
  if (settings.port < 1 || settings.port > 65_535) return fault("a port is a number from 1 to 65535.");
  if (kind !== "canopen-gateway")
    return more.length === 0
      ? { link: { kind: kind ?? "modbus-tcp", ...settings } }
      : fault(`"${more.join(", ")}" belongs to none of this kind.`);
  const net = numberIn(more, /^network (\d+)$/i, 0, 127) ?? 0;
  const inFlight = numberIn(more, /^(\d+) at once$/i, 1, MOST_IN_FLIGHT) ?? 4;
  if (more.length > 0) return fault(`"${more.join(", ")}" does not belong there.`);
  return { link: { kind, ...settings, net, inFlight } };
}

/** What follows the words, or the short name, of a kind of link; all of it where neither stands there. */
function withoutKind(way: string, kind: LinkKind): string {
  const words = [LINK_WORDS[kind], kind].find((each) =>
    way.toLowerCase().startsWith(`${each.toLowerCase()} `),
  );
  return words === undefined ? way : way.slice(words.length).trim();
}

function readSerial(
  path: string,
  [spoken = "", ...more]: string[],
  fault: (what: string) => { fault: string },
): { link: LinkSettings } | { fault: string } {
  const found = /^(RTU|ASCII) (\d{3,7}) ([78])([NEO])([12])$/i.exec(spoken);
  if (!found || more.length > 0)
    return fault(`how it is spoken on ${path} is missing or does not fit (RTU 9600 8E1).`);
  const [, framing, baud, bits, letter, stops] = found;
  const link = {
    kind: "modbus-serial",
    path,
    framing: framing!.toLowerCase() as "rtu" | "ascii",
    baud: Number(baud),
    parity: PARITIES.find((each) => each[0] === letter!.toLowerCase())!,
    stopBits: Number(stops) as 1 | 2,
  } as const;
  if (bits !== (link.framing === "ascii" ? "7" : "8"))
    return fault(`${framing!.toUpperCase()} has ${link.framing === "ascii" ? 7 : 8} data bits.`);
  if (link.baud < 300 || link.baud > 4_000_000) return fault("a speed is from 300 to 4000000 baud.");
  return { link };
}

/** Takes the part that fits out of `parts`, as a number from `least` to `most`; undefined where none fits. */
function numberIn(parts: string[], pattern: RegExp, least: number, most: number): number | undefined {
  const at = parts.findIndex((each) => {
    const found = Number(pattern.exec(each)?.[1] ?? NaN);
    return found >= least && found <= most;
  });
  return at < 0 ? undefined : Number(pattern.exec(parts.splice(at, 1)[0]!)![1]);
}
