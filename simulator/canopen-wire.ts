import type { Socket } from "node:net";
import { decodeCommand, encodeValue } from "@/core/protocol/canopen";
import { answerSdo } from "@/core/stand-in";
import { until } from "./pace";
import type { SpokenLine } from "./spoken-line";

const GATEWAY_TIMEOUT = 103;
const SYNTAX_ERROR = 101;
const SDO_TIMEOUT_MS = 60;

/** Serves a CAN bus behind a gateway (CiA 309-3): lines of text, answered as each is done, several under way at once. */
export function serveGateway(line: SpokenLine, socket: Socket): void {
  let held = "";
  const send = (text: string): void => {
    if (!socket.destroyed) socket.write(line.disturbance === "noise" ? "\u0000\u00e0?\r\n" : `${text}\r\n`);
  };
  socket.setEncoding("latin1");
  socket.on("data", (chunk) => {
    held += String(chunk);
    const lines = held.split(/\r?\n/);
    held = lines.pop()!;
    for (const text of lines) if (text.trim() !== "") void answer(line, text, send);
  });
}

async function answer(line: SpokenLine, text: string, send: (text: string) => void): Promise<void> {
  const heardAt = performance.now();
  const command = decodeCommand(text);
  const sequence = /^\[(\d+)\]/.exec(text)?.[1] ?? "0";
  if (!command) return send(`[${sequence}] ERROR: ${SYNTAX_ERROR}`);
  const drive = line.drives.find(
    (each) => each.alive && command.node >= each.address && command.node < each.address + nodesOf(each),
  );
  if (line.disturbance === "deaf") return;
  if (!drive) {
    await until(heardAt + SDO_TIMEOUT_MS);
    return send(`[${sequence}] ERROR: ${GATEWAY_TIMEOUT}`);
  }
  line.exchanges += 1;
  const fault = line.fault?.(line.exchanges, command.question);
  if (fault === "cable-before" || fault === "power-before") return line.happen(fault, drive);
  const said = answerSdo(drive, command.node - drive.address, command.question);
  if (fault) return line.happen(fault, drive);
  if (line.settings.latencyMs) await until(heardAt + line.settings.latencyMs);
  if (said.kind === "abort")
    return send(`[${sequence}] ERROR: 0x${said.code.toString(16).toUpperCase().padStart(8, "0")}`);
  send(
    said.kind === "written"
      ? `[${sequence}] OK`
      : `[${sequence}] ${encodeValue(said.type, said.raw, command.question.real)}`,
  );
}

function nodesOf(drive: SpokenLine["drives"][number]): number {
  return drive.definition.file.axes?.by === "node" ? drive.axes.list.length : 1;
}
