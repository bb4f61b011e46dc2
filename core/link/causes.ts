import type { LostCause } from "@/core/protocol/outcome";
import { CHECKS, type Advice } from "./advice";

const { CABLE, POWER } = CHECKS;

/** What each cause of the operating system means. */
export const CAUSES: Record<LostCause, Omit<Advice, "id">> = {
  "no-such-port": {
    title: "There is no such port.",
    means: "The adapter is not plugged in, or has another name now.",
    checks: [
      "Plug the adapter in again and watch which port appears in the list.",
      "Try another socket of the computer.",
      "If no port ever appears, its driver is missing.",
    ],
  },
  "port-busy": {
    title: "Another program holds the port.",
    means: "A port belongs to one program at a time.",
    checks: [
      "Close the other program, or another window of it.",
      "If none is open, unplug the adapter and plug it in again.",
    ],
  },
  "no-permission": {
    title: "This program may not use the port.",
    means: "The operating system keeps it for others.",
    checks: [
      'On Linux add the user to the group that owns the port (often "dialout"), then sign in again.',
      "Ask whoever looks after this computer.",
    ],
  },
  "driver-fault": {
    title: "The port is listed but does not open.",
    means: "The adapter is plugged in and its driver is broken.",
    checks: [
      "Unplug the adapter, plug it into another socket.",
      "Restart the computer.",
      "Install the adapter's driver anew, or take another adapter.",
    ],
  },
  "port-vanished": {
    title: "The port has vanished while it was open.",
    means: "The adapter was unplugged, or lost its supply.",
    checks: [
      "Plug it in again; work goes on by itself.",
      "Use a socket of the computer itself, not a hub without supply.",
    ],
  },
  "connection-refused": {
    title: "The address is there, but nothing listens on this port.",
    means: "It is the right device with the wrong port or with its network service off, or another device.",
    checks: [
      "Check the port: 502 is usual for Modbus.",
      "Is the drive's network option fitted and switched on?",
      "Is it the right address? Compare it with the keypad.",
    ],
  },
  unreachable: {
    title: "There is no way to this address.",
    means: "Computer and drive are not in the same network.",
    checks: [
      CABLE,
      "Give the computer an address in the drive's network, with the same mask.",
      "Switch other networks of the computer off, wireless too.",
    ],
  },
  "unknown-name": {
    title: "This name is not known.",
    means: "No name service knows it.",
    checks: ["Type the address in numbers, as the keypad shows it."],
  },
  "no-answer": {
    title: "Nothing answers at this network address.",
    means: "The device is off, unplugged, or has another address.",
    checks: [
      POWER,
      "Does the lamp at the network socket shine?",
      "Compare the address with the keypad.",
      "Is the computer in the same network?",
    ],
  },
  reset: {
    title: "The other end closed the line.",
    means: "Some devices take only one connection, or just restarted.",
    checks: [
      "Is another program connected to it? Close it there.",
      "Wait until it has restarted, then try again.",
    ],
  },
};
