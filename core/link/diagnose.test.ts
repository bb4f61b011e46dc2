import { expect, test } from "@jest/globals";
import { refusalOfCode } from "@/core/protocol/canopen";
import { refusalOf } from "@/core/protocol/modbus";
import { LOST_CAUSES, type Failure } from "@/core/protocol/outcome";
import { diagnose } from "./diagnose";
import type { LinkKind } from "./settings";
import { addSymptom, noSymptoms, type Symptoms } from "./symptoms";

const silent: Failure = { kind: "silent", waitedMs: 60 };
const rubbish = (noise: "garbled" | "bad-check" | "other-address" | "no-fit"): Failure => ({
  kind: "rubbish",
  reason: "",
  noise,
});
const refused = (code: number): Failure => ({ kind: "refused", refusal: refusalOf(code) });
const gateway = (code: number): Failure => ({ kind: "refused", refusal: refusalOfCode(code) });
const somebody = { kind: "somebody" } as const;
type Seen = Array<[unit: number, outcome: Failure | typeof somebody]>;
const many = (outcome: Failure | typeof somebody, count = 10): Seen =>
  Array.from({ length: count }, (_, i) => [i + 1, outcome]);

const CASES: Array<
  [what: string, kind: LinkKind, seen: Seen, more: Partial<Symptoms>, expected: string[], first?: RegExp]
> = [
  ["nothing at all on a serial line", "modbus-serial", many(silent), {}, ["silence"], /switched on/],
  ["one silent address over TCP", "modbus-tcp", [[1, silent]], {}, ["silence"], /address/],
  ["a wrong speed", "modbus-serial", many(rubbish("garbled")), {}, ["wrong-speed"], /speed/],
  ["a wrong parity", "modbus-serial", many(rubbish("bad-check")), {}, ["bad-check"], /parities/],
  [
    "mostly check faults among noise",
    "modbus-rtu-over-tcp",
    [...many(rubbish("bad-check"), 6), ...many(rubbish("garbled"), 2)],
    {},
    ["bad-check"],
  ],
  [
    "another protocol on a TCP port",
    "modbus-tcp",
    many(rubbish("garbled"), 3),
    {},
    ["other-protocol"],
    /right device/,
  ],
  [
    "a web server where a CANopen gateway was meant",
    "canopen-gateway",
    many(rubbish("garbled"), 3),
    {},
    ["other-protocol"],
  ],
  [
    "two drives with one address",
    "modbus-serial",
    [
      [1, somebody],
      [2, rubbish("garbled")],
      [3, somebody],
      [4, silent],
    ],
    {},
    ["shared-address"],
    /Switch off one/,
  ],
  [
    "the wrong address",
    "modbus-serial",
    [
      [5, rubbish("other-address")],
      [6, silent],
    ],
    {},
    ["other-address"],
    /keypad/,
  ],
  ["answers that belong to others", "modbus-rtu-over-tcp", many(rubbish("no-fit"), 2), {}, ["no-fit"]],
  [
    "right answers now and then",
    "modbus-serial",
    [
      [1, somebody],
      [1, silent],
      [1, somebody],
    ],
    { unsteady: 1 },
    ["now-and-then"],
    /plugs/,
  ],
  ["a gateway with nobody behind it", "modbus-tcp", many(refused(11)), {}, ["gateway-silent"]],
  ["a gateway without a way", "modbus-tcp", many(refused(10), 1), {}, ["gateway-path"]],
  ["a CANopen gateway with nobody behind it", "canopen-gateway", many(gateway(103)), {}, ["gateway-silent"]],
  [
    "a CANopen gateway without its bus",
    "canopen-gateway",
    many(gateway(601)),
    {},
    ["gateway-fault"],
    /end resistors/,
  ],
  [
    "only exceptions: a drive is there",
    "modbus-tcp",
    many(refused(1), 1),
    { unknown: 1 },
    ["unknown-drive"],
    /type plate/,
  ],
  [
    "some drives on a gateway, the others not fitted",
    "modbus-tcp",
    [...many(refused(11), 3), [4, somebody]],
    {},
    [],
  ],
  [
    "all is well",
    "modbus-serial",
    [
      [1, somebody],
      [2, silent],
    ],
    {},
    [],
  ],
];

test.each(CASES.map((each) => [each[0], each] as const))(
  "%s",
  (_what, [, kind, seen, more, expected, first]) => {
    const symptoms = noSymptoms(kind);
    for (const [unit, outcome] of seen) addSymptom(symptoms, unit, outcome);
    const advice = diagnose({ ...symptoms, ...more });
    expect(advice.map((each) => each.id)).toEqual(expected);
    if (first) expect(advice[0]!.checks[0]).toMatch(first);
  },
);

test.each(LOST_CAUSES)(
  "a channel that is not there (%s) is one advice of its own, with something to check",
  (cause) => {
    const symptoms = noSymptoms("modbus-serial");
    addSymptom(symptoms, 1, { kind: "lost", reason: "x", cause });
    const advice = diagnose(symptoms);
    expect(advice.map((each) => each.id)).toEqual([cause]);
    expect(advice[0]!.checks.length).toBeGreaterThan(0);
  },
);

test("nothing asked, nothing said", () => {
  expect(diagnose(noSymptoms("modbus-tcp"))).toEqual([]);
});
