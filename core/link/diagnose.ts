import { CHECKS, type Advice } from "./advice";
import { CAUSES } from "./causes";
import type { Symptoms } from "./symptoms";

const { ADDRESS, CABLE, ENDS, GROUND, PAIR, POWER, SPEED, TOGETHER } = CHECKS;

/**
 * Turns what was seen on a link into an ordered list of what to check. Pure; the table of cases in the tests says what is promised.
 * An empty list means: nothing is the matter.
 */
export function diagnose(seen: Symptoms): Advice[] {
  if (seen.cause) return [{ id: seen.cause, ...CAUSES[seen.cause] }];
  const advice: Advice[] = [];
  const rubbish = seen.garbled + seen.badCheck;
  const serial = seen.kind === "modbus-serial" || seen.kind === "modbus-rtu-over-tcp";
  if (rubbish > 0 && seen.answered > 0 && seen.rubbishAt.length <= 2) {
    advice.push({
      id: "shared-address",
      title: `Rubbish at address ${seen.rubbishAt.join(" and ")} only; other addresses answer rightly.`,
      means: "Two drives with the same address talk at once.",
      checks: [
        "Switch off one of the drives with this address and ask again.",
        "Give one of them another address at its keypad.",
      ],
    });
  } else if (seen.garbled > 0 && seen.garbled >= seen.badCheck) {
    advice.push(
      serial
        ? {
            id: "wrong-speed",
            title: "Something answers, but nothing of it can be read.",
            means: "The speed is not the drive's, or the line is disturbed.",
            checks: [
              SPEED,
              "RTU and ASCII are two ways of writing: try the other one.",
              PAIR,
              ENDS,
              GROUND,
              TOGETHER,
            ],
          }
        : {
            id: "other-protocol",
            title: "Something answers, but in another language.",
            means: "It is no such gateway or drive, or it speaks another protocol on this port.",
            checks: [
              "Is it the right device? Compare the address.",
              "Choose the other kind of link: Modbus TCP, RTU through a gateway, or CANopen through a gateway.",
              "Check the port number in the device's manual.",
            ],
          },
    );
  } else if (seen.badCheck > 0) {
    advice.push({
      id: "bad-check",
      title: "Frames can be seen, but their check does not fit.",
      means: "Speed is right; parity or stop bits are not, or the line is disturbed.",
      checks: [
        "Try the other parities: even, none, odd.",
        ENDS,
        GROUND,
        "Lay the line away from motor cables; a long one needs a lower speed.",
        TOGETHER,
      ],
    });
  }
  if (seen.unsteady > 0)
    advice.push({
      id: "now-and-then",
      title: "Right answers come only now and then.",
      means: "The line works and loses questions: a loose contact, disturbance, or two who ask.",
      checks: [
        "Move the plugs and watch whether it changes.",
        TOGETHER,
        ENDS,
        GROUND,
        "Is the motor running? Try again while it stands.",
      ],
    });
  if (seen.otherAddress > 0 && seen.answered === 0)
    advice.push({
      id: "other-address",
      title: "Only a drive at another address answers.",
      means: "The line is right and the address is not, or a late answer came.",
      checks: [ADDRESS, "Look for drives on the whole range."],
    });
  if (seen.noFit > 0 && seen.answered === 0)
    advice.push({
      id: "no-fit",
      title: "The answers do not fit the questions.",
      means: "Another device answers, or the gateway mixes answers up.",
      checks: [
        "Is another program asking through the same gateway?",
        "Switch the gateway off and on.",
        "Choose the other kind of link.",
      ],
    });
  if (seen.gatewayPath > 0)
    advice.push({
      id: "gateway-path",
      title: "The gateway has no way to this address.",
      means: "Its own settings do not lead there.",
      checks: [
        "Check the network number or the serial settings in the gateway.",
        "Does the gateway allow this address?",
      ],
    });
  if (seen.gatewayFault > 0)
    advice.push({
      id: "gateway-fault",
      title: "The gateway itself reports a fault.",
      means: "It is there and cannot use its bus.",
      checks: [
        ENDS,
        "Is a second device on the bus, with power?",
        "Does the bus speed fit the drives?",
        "Switch the gateway off and on.",
      ],
    });
  if (seen.gatewaySilent > 0 && seen.answered === 0)
    advice.push({
      id: "gateway-silent",
      title: "The gateway answers, nobody behind it does.",
      means: "Your way to the gateway is right; the fault is behind it.",
      checks: [POWER, ADDRESS, "Do the gateway's speed and parity fit the drive's?", PAIR, ENDS],
    });
  if (seen.unknown > 0)
    advice.push({
      id: "unknown-drive",
      title: "A drive answers that fits no known family.",
      means: "The link is right. What is missing is its definition.",
      checks: [
        "Look at the type plate.",
        "Import a definition for it, or read it with the nearest one in the open.",
      ],
    });
  if (advice.length === 0 && seen.answered === 0 && seen.silent > 0) {
    advice.push(
      serial
        ? {
            id: "silence",
            title: seen.asked === 1 ? "No answer at all." : `No answer from any of ${seen.asked} questions.`,
            means: "Nothing reaches a drive, or none is set to this.",
            checks: [POWER, CABLE, ADDRESS, SPEED, PAIR, "Is the drive's serial interface switched on?"],
          }
        : {
            id: "silence",
            title:
              seen.asked === 1
                ? "It takes the connection, but does not answer."
                : `It takes the connection, but none of ${seen.asked} questions is answered.`,
            means: "The device is there; no drive at this address speaks through it.",
            checks: [
              ADDRESS,
              "Choose the other kind of link: some devices pass RTU frames on instead of speaking Modbus TCP.",
              POWER,
            ],
          },
    );
  }
  return advice;
}
