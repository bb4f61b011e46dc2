import { describe, expect, test } from "@jest/globals";
import { explainPortError } from "./serial-channel";
import { SerialPorts } from "./serial-ports";

async function listed(ports: SerialPorts) {
  const looked = await ports.look();
  if (!looked.ok) throw new Error(looked.trouble.text);
  return looked.value;
}

test("where the system's tool for listing ports is missing, that is said, and nobody waits for ever", async () => {
  const missing = Object.assign(new Error("spawn lister ENOENT"), { code: "ENOENT", path: "lister" });
  expect(await new SerialPorts(() => Promise.reject(missing)).look()).toMatchObject({
    ok: false,
    trouble: {
      kind: "fault",
      text: "The serial ports of this computer cannot be listed: the program lister is missing.",
    },
  });
});

describe("ports as a person can recognise them", () => {
  const adapter = {
    path: "/dev/ttyUSB0",
    manufacturer: "Bramble Instruments",
    pnpId: "usb-Bramble_Instruments_Line_adapter_A7-if00-port0",
    serialNumber: "A7",
    vendorId: "1234",
  };
  const other = { path: "/dev/ttyUSB1", pnpId: "usb-Field_cable_2-if00", vendorId: "1234" };
  const socket = { path: "/dev/ttyS0" };

  test("by maker and product; sockets that nobody soldered are left out", async () => {
    const ports = new SerialPorts(() => Promise.resolve([socket, adapter, other]));
    expect(await listed(ports)).toEqual([
      {
        path: "/dev/ttyUSB0",
        name: "Bramble Instruments Line adapter A7",
        serialNumber: "A7",
        justAppeared: false,
      },
      { path: "/dev/ttyUSB1", name: "Field cable 2", serialNumber: undefined, justAppeared: false },
    ]);
  });
  test("the one that was just plugged in stands first and is marked, for a minute", async () => {
    let now = 0;
    let there: Array<{ path: string; pnpId: string }> = [adapter];
    const ports = new SerialPorts(
      () => Promise.resolve(there),
      () => now,
    );
    expect((await listed(ports))[0]!.justAppeared).toBe(false);
    there = [adapter, other];
    expect((await listed(ports)).map((each) => [each.path, each.justAppeared])).toEqual([
      ["/dev/ttyUSB1", true],
      ["/dev/ttyUSB0", false],
    ]);
    now = 61_000;
    expect((await listed(ports)).every((each) => !each.justAppeared)).toBe(true);
    there = [adapter];
    await ports.look();
    there = [adapter, other];
    expect((await listed(ports))[0]).toMatchObject({ path: "/dev/ttyUSB1", justAppeared: true });
  });
});

test.each([
  ["Error: No such file or directory, cannot open /dev/ttyUSB9", "no-such-port"],
  ["Opening COM7: File not found", "no-such-port"],
  ["Error: Permission denied, cannot open /dev/ttyUSB0", "no-permission"],
  ["Opening COM7: Access denied", "no-permission"],
  ["Error Resource temporarily unavailable Cannot lock port", "port-busy"],
  ["Error: Device or resource busy, cannot open /dev/ttyUSB0", "port-busy"],
  ["Error: Input/output error, cannot open /dev/ttyUSB0", "driver-fault"],
])("%s is %s, with a remedy in plain words", (message, cause) => {
  const explained = explainPortError(message);
  expect(explained.why).toBe(cause);
  expect(explained.message.length).toBeGreaterThan(20);
});
