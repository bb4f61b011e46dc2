import type { Refusal } from "../refusal";

type Meaning = Omit<Refusal, "code">;
const says = (kind: Refusal["kind"], text: string, remedy: string, passing = false): Meaning => ({
  kind,
  text,
  remedy,
  passing,
});

const DEFINITION = "Check that the definition fits the drive's family and firmware.";
const RANGE = "Compare it with the range for this rating, and with the parameters it depends on.";
const STATE = "Look for a trip, for a running motor and for who commands the drive; then try again.";

/** SDO abort codes (CiA 301 V4.2, clause 7.2.4.3.17). */
const ABORTS: Record<number, Meaning> = {
  0x05030000: says(
    "other",
    "The transfer lost its place (toggle bit).",
    "Try again; if it happens often, look at the bus.",
    true,
  ),
  0x05040000: says(
    "gateway-silent",
    "The drive did not answer the gateway in time.",
    "Check that the drive has power, then its node address and the bus.",
    true,
  ),
  0x05040001: says("unknown-function", "The drive does not know this kind of transfer.", DEFINITION),
  0x05040002: says("other", "The transfer's block size is not right.", "Try again.", true),
  0x05040003: says(
    "other",
    "The transfer lost a block.",
    "Try again; if it happens often, look at the bus.",
    true,
  ),
  0x05040004: says(
    "other",
    "The transfer's check sum is wrong.",
    "Try again; if it happens often, look at the bus.",
    true,
  ),
  0x05040005: says(
    "memory-fault",
    "The drive has no memory left for this.",
    "Switch it off and on, then try again.",
  ),
  0x06010000: says("read-only", "The drive does not allow this access to the object.", DEFINITION),
  0x06010001: says("write-only", "The object can be written, not read.", DEFINITION),
  0x06010002: says("read-only", "The object can be read, not written.", DEFINITION),
  0x06020000: says("no-such-address", "The drive has no such object.", DEFINITION),
  0x06040041: says("other", "The object cannot be mapped.", DEFINITION),
  0x06040042: says("other", "The process data would be too long.", DEFINITION),
  0x06040043: says("value-refused", "The value does not go with another parameter.", RANGE),
  0x06040047: says("device-failed", "The drive cannot do it: its parts do not go together.", STATE),
  0x06060000: says(
    "memory-fault",
    "The drive found a fault in its hardware.",
    "Record what can still be read and replace the drive.",
  ),
  0x06070010: says("wrong-length", "The object has another length.", DEFINITION),
  0x06070012: says("wrong-length", "The value is too long for the object.", DEFINITION),
  0x06070013: says("wrong-length", "The value is too short for the object.", DEFINITION),
  0x06090011: says("no-such-address", "The object has no such sub-index.", DEFINITION),
  0x06090030: says("value-refused", "The drive does not take this value.", RANGE),
  0x06090031: says("too-high", "The value is too high for this drive.", RANGE),
  0x06090032: says("too-low", "The value is too low for this drive.", RANGE),
  0x06090036: says("value-refused", "The upper limit would be below the lower one.", RANGE),
  0x060a0023: says("busy", "The drive has no resource free for this.", "Try again in a moment.", true),
  0x08000000: says("other", "The drive refused without saying why.", STATE),
  0x08000020: says("device-failed", "The drive cannot store the value.", STATE),
  0x08000021: says(
    "locked",
    "Somebody has the drive under local control.",
    "Give up local control at the drive, then try again.",
  ),
  0x08000022: says("device-failed", "The drive cannot do it in its present state.", STATE),
  0x08000023: says("busy", "The drive is building its list of objects.", "Try again in a moment.", true),
  0x08000024: says("other", "The drive has no value there.", "It may appear after a first run or tuning."),
};

const ALIVE = "Check that the drive has power, then the bus cable and both end resistors.";
const BUS = "Check the bus: both end resistors, the speed, and that no cable is broken or touches another.";
const REQUEST = "Nothing here asks for that; check that it is a CANopen gateway after CiA 309-3.";
const LSS = "Nothing here sets addresses over the bus: set the address at the drive itself.";

/** Errors of the gateway itself (CiA 309-3, internal error codes). */
const GATEWAY: Record<number, Meaning> = {
  100: says(
    "gateway-fault",
    "The gateway does not know this kind of request.",
    "Check that it is a CANopen gateway after CiA 309-3.",
  ),
  101: says(
    "gateway-fault",
    "The gateway could not read the request.",
    "Check that it is a CANopen gateway after CiA 309-3.",
  ),
  102: says("busy", "The gateway cannot do it just now.", "Try again in a moment.", true),
  103: says(
    "gateway-silent",
    "The gateway is there, the drive behind it does not answer.",
    "Check that the drive has power, then its node address and the bus.",
    true,
  ),
  104: says(
    "gateway-path",
    "The gateway has no default network.",
    "Set the network number of the link; 1 is usual.",
  ),
  105: says("gateway-path", "The gateway has no default node.", "Name the drive's node address."),
  106: says(
    "gateway-path",
    "The gateway has no such network.",
    "Set the network number of the link; 1 is usual.",
  ),
  107: says("gateway-path", "The gateway knows no such node.", "Check the node address: 1 to 127."),
  200: says("gateway-silent", "The gateway misses the drive's life sign.", ALIVE, true),
  201: says("gateway-silent", "The gateway lost the drive.", ALIVE, true),
  202: says("busy", "The gateway has just begun to listen for the drive.", "Try again in a moment.", true),
  203: says("gateway-silent", "The gateway misses the drive's heartbeat.", ALIVE, true),
  204: says(
    "busy",
    "The drive is not in the state that the gateway expects.",
    "Try again in a moment.",
    true,
  ),
  205: says("busy", "The drive has just started.", "Try again in a moment.", true),
  300: says("gateway-fault", "The CAN bus has errors (error passive).", BUS, true),
  301: says("gateway-fault", "The gateway left the CAN bus after too many errors (bus off).", BUS),
  303: says(
    "busy",
    "The gateway had more to do than its memory holds.",
    "Try again; if it happens often, allow it fewer questions at once.",
    true,
  ),
  304: says("busy", "The gateway starts its CAN part.", "Try again in a moment.", true),
  305: says("busy", "The gateway's CAN part runs, with errors before.", "Try again in a moment.", true),
  400: says("gateway-fault", "The gateway uses this process data already.", REQUEST),
  401: says("gateway-fault", "The gateway's process data would be too long.", REQUEST),
  501: says("gateway-fault", "Setting addresses over the bus (LSS) failed.", LSS),
  502: says("gateway-fault", "The drive does not take this node address over the bus (LSS).", LSS),
  503: says("gateway-fault", "The drive does not take this speed over the bus (LSS).", LSS),
  504: says("gateway-fault", "The drive could not keep its address (LSS).", LSS),
  505: says("gateway-fault", "Setting addresses over the bus (LSS) failed in its memory.", LSS),
  600: says("gateway-fault", "The gateway has no memory left.", "Switch the gateway off and on."),
  601: says(
    "gateway-fault",
    "The gateway cannot reach the CAN bus.",
    "Check the bus: both end resistors, the speed, and that a second device is on it.",
    true,
  ),
  602: says("gateway-fault", "The gateway's memory for transfers is set smaller than it may be.", REQUEST),
};

/** What is said of a value that is none of its type, or more than that can hold. */
export function noSuchValue(type: string, text: string): Refusal {
  return {
    code: 0,
    kind: "other",
    text: `The gateway says ${JSON.stringify(text.slice(0, 40))}, which is no value of type ${type}.`,
    remedy: "Check the type of this parameter in the definition against the drive's firmware.",
    passing: false,
  };
}

/** What an SDO abort code or an error of the gateway means. Codes no standard knows become "other". */
export function refusalOfCode(code: number): Refusal {
  const known = code > 0xffff ? ABORTS[code] : GATEWAY[code];
  if (known) return { code, ...known };
  const shown = code > 0xffff ? `0x${code.toString(16).toUpperCase().padStart(8, "0")}` : String(code);
  return {
    code,
    kind: code > 0xffff ? "other" : "gateway-fault",
    text: `${code > 0xffff ? "The drive" : "The gateway"} refused with code ${shown}, which the standard does not know.`,
    remedy: "Look the code up in its manual.",
    passing: false,
  };
}
