import { describe, expect, test } from "@jest/globals";
import { parse } from "@/core/shape";
import { importChoices } from "./endpoints/families";
import * as people from "./endpoints/people";
import { linkSettings } from "./views/drive";

const tcp = { kind: "modbus-tcp", host: "10.4.2.31", port: 502 };
const serial = {
  kind: "modbus-serial",
  path: "/dev/ttyUSB0",
  framing: "rtu",
  baud: 9600,
  parity: "even",
  stopBits: 1,
};
const gateway = { kind: "canopen-gateway", host: "gw.plant.example", port: 7000, net: 1, inFlight: 8 };
const said = (value: unknown): string | undefined => {
  const checked = parse(linkSettings, value);
  return checked.ok ? undefined : checked.message;
};

describe("a link in a request", () => {
  test.each([
    tcp,
    { ...tcp, kind: "modbus-rtu-over-tcp" },
    serial,
    { ...serial, path: "COM12", framing: "ascii" },
    { ...serial, path: "/dev/serial/by-id/usb-Line_adapter.1-if00" },
    gateway,
  ])("is taken: %j", (link) => {
    expect(said(link)).toBeUndefined();
  });
  test.each<[unknown, RegExp]>([
    [5, /object/],
    [{}, /"kind" is required/],
    [{ ...tcp, kind: "fax" }, /"kind" must be one of/],
    [{ ...tcp, port: 0 }, /"port"/],
    [{ ...tcp, port: "502" }, /"port"/],
    [{ ...tcp, host: "no host at all" }, /"host"/],
    [{ ...tcp, host: "" }, /"host"/],
    [{ ...tcp, path: "/dev/ttyUSB0" }, /"path" is not allowed/],
    [{ ...serial, path: "../../etc/passwd" }, /serial port path/],
    [{ ...serial, path: "/dev/tty; reboot" }, /serial port path/],
    [{ ...serial, baud: 50 }, /"baud"/],
    [{ ...serial, parity: "mark" }, /"parity"/],
    [{ ...serial, stopBits: 1.5 }, /"stopBits"/],
    [{ ...gateway, net: -1 }, /"net"/],
    [{ ...gateway, inFlight: 1000 }, /"inFlight"/],
    [{ ...gateway, inFlight: undefined }, /"inFlight" is required/],
  ])("is turned away, naming what is wrong: %j", (link, words) => {
    expect(said(link)).toMatch(words);
  });
});

describe("the choices of an import", () => {
  const about = {
    vendor: "Thornbury",
    family: "Lark",
    about: "",
    firmwareFrom: "1.0",
    supply: "",
    identity: [{ field: "family", address: 0, type: "u16", equals: 8801 }],
  };
  const fault = (value: unknown): string | undefined => {
    const checked = parse(importChoices, value);
    return checked.ok ? undefined : checked.message;
  };
  test.each([
    {},
    { about },
    { about, sheet: 0, list: { mapping: { address: 2 }, headRow: 1, base: 1 } },
    {
      about: {
        ...about,
        identity: [{ field: "family", address: "1018.02", type: "u32", equals: 4294967295 }],
      },
      node: 5,
    },
  ])("are taken: %j", (choices) => {
    expect(fault(choices)).toBeUndefined();
  });
  test.each<[unknown, RegExp]>([
    [{ about: { ...about, vendor: "" } }, /vendor is not filled in/],
    [{ about: { ...about, family: " " } }, /family/],
    [{ about: { ...about, firmwareFrom: "v2" } }, /firmwareFrom/],
    [{ about: { ...about, identity: [{ field: "family", address: "60.1", type: "u16" }] } }, /address/],
    [{ about: { ...about, identity: [{ field: "colour", address: 0, type: "u16" }] } }, /field/],
    [{ list: { mapping: { address: -1 }, headRow: 0, base: 0 } }, /address/],
    [{ list: { mapping: { smell: 1 }, headRow: 0, base: 0 } }, /smell/],
    [{ list: { mapping: {}, headRow: 0, base: 2 } }, /base/],
    [{ about: { ...about, signs: { running: { address: 1 } } } }, /running/],
    [{ about: { ...about, signs: { running: { address: 1, bit: 0, equals: 1 } } } }, /running/],
    [{ about: { ...about, permission: { given: { address: 1, bit: 0 }, withoutIt: "refuses" } } }, /howTo/],
    [{ node: 0 }, /node/],
    [{ more: 1 }, /more/],
  ])("are turned away, naming what is wrong: %j", (choices, words) => {
    expect(fault(choices)).toMatch(words);
  });
});

describe("an address with which somebody signs in", () => {
  const fault = (email: string): string | undefined => {
    const checked = parse(people.begin.body, {
      code: "x",
      plant: "Elm",
      name: "Ada",
      email,
      password: "a long password",
    });
    return checked.ok ? undefined : checked.message;
  };
  test.each(["ada@works.example", "Ada.Bell@Works.example", "a+b@c.de"])("%s is one", (email) => {
    expect(fault(email)).toBeUndefined();
  });
  test.each(["ada", "a b@c.de", "a@b", "@c.de", "a@b.c d"])("%s is none", (email) => {
    expect(fault(email)).toMatch(/email/);
  });
});
