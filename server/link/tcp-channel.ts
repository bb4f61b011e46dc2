import { connect } from "node:net";
import type { ByteChannel } from "@/core/protocol/channel";
import { ChannelError, type LostCause } from "@/core/protocol/outcome";

/** Why a TCP address cannot be reached, in words; by the operating system's error code. */
const REASONS: Record<string, string> = {
  ECONNREFUSED:
    "the address is there, but nothing listens on this port. Check the port (502 is usual) and that the drive's network option is on.",
  EHOSTUNREACH: "there is no way to this address. Check cable, address and network mask.",
  ENETUNREACH: "there is no way to this network. Check the computer's own network settings.",
  ETIMEDOUT: "nothing answers at this address. Check that it has power and that the address is right.",
  ENOTFOUND: "this name is not known. Type the address in numbers.",
  ECONNRESET:
    "the other end closed the line. Check that the drive has power; some take only one connection at a time.",
};

const CAUSES: Record<string, LostCause> = {
  ECONNREFUSED: "connection-refused",
  EHOSTUNREACH: "unreachable",
  ENETUNREACH: "unreachable",
  ETIMEDOUT: "no-answer",
  ENOTFOUND: "unknown-name",
  EAI_AGAIN: "unknown-name",
  ECONNRESET: "reset",
};

/** Opens a TCP connection as a byte channel; rejects with a `ChannelError` that has the reason in words. Keep-alive notices a peer that vanished without a word. */
export function openTcp(host: string, port: number, timeoutMs: number): Promise<ByteChannel> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host, port, keepAlive: true, keepAliveInitialDelay: 2000, noDelay: true });
    const listeners: Array<(reason: string) => void> = [];
    let reason: string | undefined;
    const timer = setTimeout(() => {
      socket.destroy();
      reject(new ChannelError(REASONS.ETIMEDOUT!, "no-answer"));
    }, timeoutMs);
    socket.on("error", (error: NodeJS.ErrnoException) => {
      reason = REASONS[error.code ?? ""] ?? error.message;
      clearTimeout(timer);
      reject(new ChannelError(reason, CAUSES[error.code ?? ""]));
    });
    socket.on("close", () => {
      for (const listener of listeners)
        listener(
          reason ??
            "the other end closed the line. Check that the drive has power and that the cable is plugged.",
        );
    });
    socket.on("connect", () => {
      clearTimeout(timer);
      resolve({
        send: (bytes) => {
          if (!socket.destroyed) socket.write(bytes);
        },
        onBytes: (listener) => {
          socket.on("data", (chunk: Buffer) => listener(chunk));
        },
        onClosed: (listener) => {
          listeners.push(listener);
          if (socket.destroyed) listener(reason ?? "the line is closed.");
        },
        close: () => socket.destroy(),
      });
    });
  });
}
