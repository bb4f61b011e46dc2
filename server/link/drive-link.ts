import type { Definition } from "@/core/definition";
import {
  CanopenDriveSession,
  CAUTIOUS_MODBUS,
  CAUTIOUS_SDO_MS,
  ModbusDriveSession,
  ModbusItemReader,
  SdoItemReader,
  type DriveSession,
  type ItemReader,
  type ModbusReading,
} from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { GatewayMaster, type SdoOutcome, type SdoQuestion } from "@/core/protocol/canopen";
import type { ByteChannel, Clock, Framing } from "@/core/protocol/channel";
import {
  asciiFraming,
  ModbusMaster,
  rtuFraming,
  tcpFraming,
  type Outcome,
  type Question,
} from "@/core/protocol/modbus";
import type { Failure } from "@/core/protocol/outcome";
import { Link } from "./link";
import type { Importance } from "./queue";
import { openSerial } from "./serial-channel";
import { openTcp } from "./tcp-channel";

/** A link with its protocol: gives sessions with the drives on it, and looks who is there. */
export interface DriveLink {
  readonly settings: LinkSettings;
  readonly onLost: Set<(reason: string) => void>;
  /** Told when a node says that it has just started. */
  readonly onStarted: Set<(unit: number) => void>;
  /** Told when somebody at an address answers a question that was given up. */
  readonly onStray: Set<(unit: number) => void>;
  /** What one can do with the drive at an address. `unit` is asked anew for each question: a drive may move to another address. */
  session(
    definition: Definition,
    unit: () => number,
    importance: Importance,
    stillRight?: () => boolean,
  ): DriveSession;
  /** Looks at registers or objects of a drive of which nothing is known. */
  items(unit: number, importance: Importance, modbus: Partial<ModbusReading>): ItemReader;
  /** One question that any drive answers in some way, once; for finding out whether somebody is there. */
  knock(unit: number, timeoutMs: number, importance: Importance): Promise<{ kind: "somebody" } | Failure>;
  /** Whether the adapter sends back whatever it is given; known once something was read. */
  echoes(): boolean;
  /** Speaks in another way from the next question on; what is open is closed. */
  speakAs(settings: LinkSettings): void;
  close(): void;
}

/** Opens nothing yet: the channel is opened with the first question. */
export function makeLink(settings: LinkSettings, clock: Clock): DriveLink {
  return settings.kind === "canopen-gateway" ? canopenLink(settings, clock) : modbusLink(settings, clock);
}

type ModbusSettings = Exclude<LinkSettings, { kind: "canopen-gateway" }>;

function modbusLink(given: ModbusSettings, clock: Clock): DriveLink {
  let settings = given;
  const open = (timeoutMs: number): Promise<ByteChannel> =>
    settings.kind === "modbus-serial"
      ? openSerial(settings.path, settings)
      : openTcp(settings.host, settings.port, timeoutMs);
  const onStray = new Set<(unit: number) => void>();
  let speaking: ModbusMaster | undefined;
  const baud = (): number | undefined => (settings.kind === "modbus-serial" ? settings.baud : undefined);
  const link = new Link<Question, Outcome>(open, (channel) => {
    const master = new ModbusMaster(channel, framingOf(settings), clock);
    master.onStray = (unit) => {
      for (const listener of onStray) listener(unit);
    };
    speaking = master;
    return master;
  });
  return {
    get settings() {
      return settings;
    },
    speakAs: (other) => {
      settings = other as ModbusSettings;
      link.hangUp();
    },
    echoes: () => speaking?.echoes ?? false,
    onLost: link.onLost,
    onStarted: new Set(),
    onStray,
    close: () => link.close(),
    session: (definition, unit, importance, stillRight) =>
      new ModbusDriveSession(definition, link.asker(unit, importance, stillRight), clock, baud()),
    items: (unit, importance, modbus) =>
      new ModbusItemReader(
        { ...CAUTIOUS_MODBUS, ...modbus },
        link.asker(() => unit, importance),
        clock,
      ),
    // Any register will do: a drive without it refuses, and has answered.
    knock: async (unit, timeoutMs, importance) =>
      answered(
        await link
          .asker(() => unit, importance)
          .ask({ kind: "read", function: 3, address: 0, count: 1 }, timeoutMs),
      ),
  };
}

function canopenLink(settings: LinkSettings & { kind: "canopen-gateway" }, clock: Clock): DriveLink {
  const onStarted = new Set<(unit: number) => void>();
  const link = new Link<SdoQuestion, SdoOutcome>(
    (timeoutMs) => openTcp(settings.host, settings.port, timeoutMs),
    (channel) => {
      const master = new GatewayMaster(channel, clock, settings.net);
      master.onEvent = ({ node, event }) => {
        if (event === "boot-up") for (const listener of onStarted) listener(node);
      };
      return master;
    },
    settings.inFlight,
  );
  return {
    settings,
    speakAs: () => undefined,
    echoes: () => false,
    onLost: link.onLost,
    onStarted,
    onStray: new Set(),
    close: () => link.close(),
    session: (definition, unit, importance, stillRight) =>
      new CanopenDriveSession(definition, link.asker(unit, importance, stillRight), clock),
    items: (unit, importance) =>
      new SdoItemReader(
        link.asker(() => unit, importance),
        clock,
        CAUTIOUS_SDO_MS,
      ),
    // The device type, which every node has (CiA 301, object 1000).
    knock: async (unit, timeoutMs, importance) =>
      answered(
        await link
          .asker(() => unit, importance)
          .ask({ kind: "read", index: 0x1000, sub: 0, type: "u32" }, timeoutMs),
      ),
  };
}

function framingOf(settings: ModbusSettings): Framing {
  if (settings.kind === "modbus-tcp") return tcpFraming;
  return settings.kind === "modbus-serial" && settings.framing === "ascii" ? asciiFraming : rtuFraming;
}

function answered(outcome: Outcome | SdoOutcome): { kind: "somebody" } | Failure {
  switch (outcome.kind) {
    case "registers":
    case "value":
    case "written":
      return { kind: "somebody" };
    case "refused":
      return outcome.refusal.kind.startsWith("gateway") ? outcome : { kind: "somebody" };
    default:
      return outcome;
  }
}
