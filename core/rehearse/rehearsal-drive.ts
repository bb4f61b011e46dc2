import type { Command, Definition } from "@/core/definition";
import {
  bad,
  CanopenDriveSession,
  good,
  ModbusDriveSession,
  type DriveIdentity,
  type DriveSession,
  type Item,
  type ItemOutcome,
  type DriveState,
  type Result,
  type Trouble,
  type WriteOutcome,
} from "@/core/drive";
import { GatewayMaster } from "@/core/protocol/canopen";
import type { Clock } from "@/core/protocol/channel";
import { asciiFraming, ModbusMaster, rtuFraming, tcpFraming } from "@/core/protocol/modbus";
import type { WritableDrive } from "@/core/restore/run";
import type { StandInDrive } from "@/core/stand-in";
import type { Parameter, RawValue } from "@/core/value";
import { gatewayCable, modbusCable, type StandInCable } from "./channel";

/** How the drive would be spoken to; `baud` where a serial line sets the pace, `exchangeMs` where it was measured what an object of the bus takes. */
export interface RehearsalWay {
  framing: "tcp" | "rtu" | "ascii" | "gateway";
  baud?: number;
  exchangeMs?: number;
}

const FRAMINGS = { tcp: tcpFraming, rtu: rtuFraming, ascii: asciiFraming };
const RETRY_MS = 250;
/** Longer than any drive takes to start. */
const LONGEST_AWAY_MS = 120_000;

/** A stand-in as a run of writes works on it: the real protocol over a cable in memory, lost at a restart and found again. */
export class RehearsalDrive implements WritableDrive {
  connected = true;
  era = 0;
  state: DriveState | undefined;
  trouble: Trouble | undefined;
  private at: { session: DriveSession; cable: StandInCable };

  constructor(
    readonly definition: Definition,
    private readonly standIn: StandInDrive,
    private readonly way: RehearsalWay,
    private readonly clock: Clock,
  ) {
    this.at = this.open();
    standIn.onRestart = () => {
      this.lose({ kind: "lost", text: "The drive restarts.", remedy: "It is expected back." });
      this.at.cable.cut("the drive restarts");
    };
  }

  async whenBack(signal: AbortSignal): Promise<Result<void>> {
    const since = this.clock.now();
    while (!this.connected) {
      if (signal.aborted || this.clock.now() - since > LONGEST_AWAY_MS)
        return bad(this.trouble ?? { kind: "silent", text: "It did not come back.", remedy: "" });
      await this.clock.sleep(RETRY_MS, signal);
      if (!this.standIn.alive) continue;
      this.at = this.open();
      this.connected = true;
      this.trouble = undefined;
    }
    return good(undefined);
  }

  identify(): Promise<Result<DriveIdentity>> {
    return this.at.session.identify();
  }

  async look(): Promise<Result<DriveState>> {
    const state = await this.at.session.readState();
    if (state.ok) this.state = state.value;
    else this.lose(state.trouble);
    return state;
  }

  noteTrouble(trouble: Trouble): void {
    this.lose(trouble);
  }

  async read(parameters: readonly Parameter[], signal: AbortSignal): Promise<Result<Map<string, RawValue>>> {
    const values = new Map<string, RawValue>();
    const read = await this.at.session.read(
      parameters,
      (step) => {
        for (const [code, raw] of step.values) values.set(code, raw);
      },
      signal,
    );
    return read.ok ? good(values) : read;
  }

  write(era: number, parameter: Parameter, raw: RawValue): Promise<WriteOutcome> {
    return era === this.era ? this.at.session.write(parameter, raw) : Promise.resolve(NOTHING_SENT);
  }

  command(era: number, command: Command): Promise<WriteOutcome> {
    return era === this.era ? this.at.session.command(command) : Promise.resolve(NOTHING_SENT);
  }

  items(items: readonly Item[]): Promise<ItemOutcome[]> {
    return this.at.session.readItems(items);
  }

  /** A rehearsed restore puts no program on. */
  async writeBlock(): Promise<WriteOutcome> {
    throw new Error("A restore writes no blocks.");
  }

  /** It is asked where it answers. */
  expectAlsoAt(): void {}

  /** A rehearsed restore switches nothing over. */
  expectAlsoAs(): void {}

  private lose(trouble: Trouble): void {
    if (!this.connected) return;
    this.connected = false;
    this.era += 1;
    this.trouble = trouble;
  }

  private open(): { session: DriveSession; cable: StandInCable } {
    const { definition, standIn, clock, way } = this;
    const unit = (): number => standIn.address;
    if (way.framing === "gateway") {
      const cable = gatewayCable(standIn, clock, way.exchangeMs ?? 0);
      const master = new GatewayMaster(cable.channel, clock, definition.file.canopen!.defaults.net);
      const asker = {
        ask: (question: Parameters<typeof master.ask>[1], timeoutMs: number, node = 0) =>
          master.ask(unit() + node, question, timeoutMs),
      };
      return { cable, session: new CanopenDriveSession(definition, asker, clock) };
    }
    const framing = FRAMINGS[way.framing];
    const cable = modbusCable(standIn, framing, clock, way.baud);
    const master = new ModbusMaster(cable.channel, framing, clock);
    const asker = {
      ask: (question: Parameters<typeof master.ask>[1], timeoutMs: number) =>
        master.ask(unit(), question, timeoutMs),
    };
    return { cable, session: new ModbusDriveSession(definition, asker, clock, way.baud) };
  }
}

const NOTHING_SENT: WriteOutcome = {
  kind: "unknown",
  text: "the link broke in between; nothing was sent.",
  lost: true,
};
