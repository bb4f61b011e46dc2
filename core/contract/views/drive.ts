import { TROUBLE_CODES, type DriveIdentity, type DriveState, type Trouble } from "@/core/drive";
import { HOST, LINK_KINDS, PARITIES, PORT_PATH, type LinkSettings } from "@/core/link";
import { LOST_CAUSES } from "@/core/protocol/outcome";
import { REFUSAL_KINDS } from "@/core/protocol/refusal";
import {
  byField,
  either,
  list,
  number,
  object,
  oneOf,
  optional,
  same,
  text,
  whole,
  yesNo,
  type Of,
  type Same,
} from "@/core/shape";

/** A raw value as a drive gave it. */
export const rawValue = either(number(), text());

const host = text({
  min: 1,
  max: 253,
  pattern: HOST,
  called: "host name or address",
});
const port = whole({ min: 1, max: 65535 });

/** The settings of a link, of any kind. A serial port is named by its path or, on Windows, by its number. */
export const linkSettings = byField("kind", {
  "modbus-tcp": object({ kind: oneOf(["modbus-tcp"]), host, port }),
  "modbus-rtu-over-tcp": object({ kind: oneOf(["modbus-rtu-over-tcp"]), host, port }),
  "modbus-serial": object({
    kind: oneOf(["modbus-serial"]),
    path: text({ min: 1, max: 200, pattern: PORT_PATH, called: "serial port path" }),
    framing: oneOf(["rtu", "ascii"]),
    baud: whole({ min: 300, max: 4_000_000 }),
    parity: oneOf(PARITIES),
    stopBits: oneOf([1, 2]),
  }),
  "canopen-gateway": object({
    kind: oneOf(["canopen-gateway"]),
    host,
    port,
    net: whole({ min: 0, max: 127 }),
    inFlight: whole({ min: 1, max: 32 }),
  }),
});
same<Same<Of<typeof linkSettings>, LinkSettings>>();
same<Same<Of<typeof linkSettings>["kind"], (typeof LINK_KINDS)[number]>>();

const refusal = object({
  kind: oneOf(REFUSAL_KINDS),
  code: number(),
  text: text(),
  remedy: text(),
  passing: yesNo,
});

/** Why something did not come about, in words, by a code of the table. */
export const trouble = object({
  kind: oneOf(TROUBLE_CODES),
  text: text(),
  remedy: text(),
  refusal: optional(refusal),
  noise: optional(oneOf(["garbled", "bad-check", "other-address", "no-fit"])),
  cause: optional(oneOf(LOST_CAUSES)),
});
same<Same<Of<typeof trouble>, Trouble>>();

/** Who a drive says it is. */
export const identity = object({
  vendor: text(),
  family: text(),
  definitionId: text(),
  rating: optional(text()),
  ratingName: text(),
  supply: text(),
  firmware: text(),
  serial: text(),
  placed: optional(yesNo),
  powerPart: optional(text()),
  axes: optional(whole()),
  options: optional(list(object({ id: text(), name: text(), firmware: optional(text()) }))),
  modules: optional(
    list(object({ slot: whole(), name: text(), serial: optional(text()), firmware: optional(text()) })),
  ),
  really: optional(
    object({
      definitionId: text(),
      family: text(),
      rating: optional(text()),
      ratingName: text(),
      firmware: text(),
    }),
  ),
});
same<Same<Required<Of<typeof identity>>, Required<DriveIdentity>>>();

const trip = object({
  number: whole(),
  name: text(),
  expected: optional(yesNo),
  causes: optional(list(text())),
  remedies: optional(list(text())),
});

/** What a drive is doing; what it does not tell is absent. */
export const driveState = object({
  running: optional(yesNo),
  tripped: optional(yesNo),
  trip: optional(trip),
  warnings: list(text()),
  missing: optional(list(object({ text: text(), look: text(), axis: optional(whole()) }))),
  runCommand: optional(yesNo),
  volatile: optional(yesNo),
  permission: optional(yesNo),
  controlOnly: optional(yesNo),
  sharedReady: optional(yesNo),
  reducedSupply: optional(yesNo),
  memoryCard: optional(yesNo),
  axes: optional(list(object({ axis: whole(), running: optional(yesNo), trip: optional(trip) }))),
});
same<Same<Required<Of<typeof driveState>>["warnings"], DriveState["warnings"]>>();

export const advice = object({ id: text(), title: text(), means: text(), checks: list(text()) });
