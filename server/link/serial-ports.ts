import { SerialPort } from "serialport";
import type { SerialPortView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";

/** Looks for the serial ports of this computer and remembers which were there before. */
export class SerialPorts {
  private known: Set<string> | undefined;
  private appeared = new Map<string, number>();

  constructor(
    private readonly list: () => Promise<
      Array<{
        path: string;
        manufacturer?: string;
        serialNumber?: string;
        friendlyName?: string;
        pnpId?: string;
        productId?: string;
        vendorId?: string;
      }>
    > = () => SerialPort.list(),
    private readonly now: () => number = () => performance.now(),
  ) {}

  /** Ports now, those that just appeared first. A port counts as new for a minute, and never when it was there at the first look. */
  async look(): Promise<Result<SerialPortView[]>> {
    let listed;
    try {
      listed = await this.list();
    } catch (error) {
      return bad({
        kind: "fault",
        text: `The serial ports of this computer cannot be listed: ${whyNotListed(error as NodeJS.ErrnoException)}.`,
        remedy: "Type the path of the port instead.",
      });
    }
    const ports = listed.filter(isRealPort);
    for (const { path } of ports)
      if (this.known && !this.known.has(path)) this.appeared.set(path, this.now());
    this.known = new Set(ports.map((each) => each.path));
    const views = ports
      .map((each) => ({
        path: each.path,
        name: nameOf(each),
        serialNumber: each.serialNumber,
        justAppeared: this.now() - (this.appeared.get(each.path) ?? -Infinity) < 60_000,
      }))
      .sort((a, b) => Number(b.justAppeared) - Number(a.justAppeared) || a.path.localeCompare(b.path));
    return good(views);
  }
}

function whyNotListed(error: NodeJS.ErrnoException): string {
  const { path } = error;
  return error.code === "ENOENT" && path ? `the program ${path} is missing` : error.message;
}

/** Boards list sockets nobody soldered: a port with neither maker nor id is shown only where it says more than its number. */
function isRealPort(port: {
  path: string;
  manufacturer?: string;
  pnpId?: string;
  vendorId?: string;
}): boolean {
  return !/ttyS\d+$/.test(port.path) || port.pnpId !== undefined || port.manufacturer !== undefined;
}

function nameOf(port: { friendlyName?: string; manufacturer?: string; pnpId?: string }): string {
  const product =
    port.friendlyName ??
    port.pnpId
      ?.replace(/^usb-/, "")
      .replace(/-if\d+.*$/, "")
      .replaceAll("_", " ");
  if (!product) return port.manufacturer ?? "serial port of this computer";
  return port.manufacturer && !product.includes(port.manufacturer)
    ? `${port.manufacturer}, ${product}`
    : product;
}
