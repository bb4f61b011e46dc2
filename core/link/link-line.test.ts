import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { linkLine, readLinkLine } from "./link-line";
import { PARITIES, type LinkSettings } from "./settings";

const host = fc.constantFrom("10.4.2.31", "gateway-7", "mill.plant.example", "127.0.0.1");
const port = fc.integer({ min: 1, max: 65_535 });
const links: fc.Arbitrary<LinkSettings> = fc.oneof(
  fc.record({ kind: fc.constantFrom("modbus-tcp" as const, "modbus-rtu-over-tcp" as const), host, port }),
  fc.record({
    kind: fc.constant("canopen-gateway" as const),
    host,
    port,
    net: fc.integer({ min: 0, max: 127 }),
    inFlight: fc.integer({ min: 1, max: 32 }),
  }),
  fc.record({
    kind: fc.constant("modbus-serial" as const),
    path: fc.constantFrom("COM7", "/dev/ttyUSB0", "/tmp/calm-ledger-port"),
    framing: fc.constantFrom("rtu" as const, "ascii" as const),
    baud: fc.integer({ min: 300, max: 4_000_000 }),
    parity: fc.constantFrom(...PARITIES),
    stopBits: fc.constantFrom(1 as const, 2 as const),
  }),
);

test("what is written of a link is read back as it was", () => {
  fc.assert(
    fc.property(links, (link) => {
      expect(readLinkLine(linkLine(link))).toEqual({ link });
    }),
  );
});

test("whatever stands there, it is a link or a word on why not", () => {
  fc.assert(
    fc.property(fc.string(), (line) => {
      const read = readLinkLine(line);
      if ("fault" in read) expect(read.fault).toContain("Write it like");
      else expect(readLinkLine(linkLine(read.link))).toEqual(read);
    }),
  );
});

test.each<[string, LinkSettings]>([
  ["10.4.2.31", { kind: "modbus-tcp", host: "10.4.2.31", port: 502 }],
  ["  mill-gw:1502 ", { kind: "modbus-tcp", host: "mill-gw", port: 1502 }],
  ["modbus-rtu-over-tcp 10.4.2.9:4001", { kind: "modbus-rtu-over-tcp", host: "10.4.2.9", port: 4001 }],
  [
    "CANOPEN through a gateway 10.4.2.8",
    { kind: "canopen-gateway", host: "10.4.2.8", port: 7000, net: 0, inFlight: 4 },
  ],
  [
    "com7, rtu 19200 8n2",
    { kind: "modbus-serial", path: "COM7", framing: "rtu", baud: 19_200, parity: "none", stopBits: 2 },
  ],
])("%s, as people write it", (line, link) => {
  expect(readLinkLine(line)).toEqual({ link });
});

test.each([
  ["", '"" is no link: no host'],
  ["10.4.2.31:70000", "a port is a number"],
  ["10.4.2.31, network 1", '"network 1" belongs to none of this kind'],
  ["CANopen through a gateway 10.4.2.8, network 900", '"network 900" does not belong there'],
  ["CANopen through a gateway 10.4.2.8, 0 at once", '"0 at once" does not belong there'],
  ["COM7", "how it is spoken on COM7 is missing"],
  ["COM7, RTU 9600 7E1", "RTU has 8 data bits"],
  ["COM7, RTU 100 8E1", "a speed is from 300"],
  ["../../etc/passwd", "no host and no serial port"],
])("%j is told apart", (line, why) => {
  expect(readLinkLine(line)).toEqual({ fault: expect.stringContaining(why) });
});
