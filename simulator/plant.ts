import type { StandInView } from "@/core/contract";
import {
  compareFirmware,
  DefinitionError,
  loadDefinition,
  type Definition,
  type DefinitionFile,
} from "@/core/definition";
import { StandInDrive, standInSigns, updatedMake, type DriveMake } from "@/core/stand-in";
import type { RawValue } from "@/core/value";
import { StandInLine } from "./line";
import { canMakePorts } from "./pseudo-terminal";
import type { Disturbance, LineSettings } from "./spoken-line";

/** What stands in the stand-in plant: lines, and the drives on them. Written by the demo, read by the simulator. */
export interface PlantPlan {
  /** Families that do not ship with the application, as definition files. */
  definitions?: DefinitionFile[];
  lines: Array<LineSettings & { drives: Array<DriveMake & { definitionId: string; tag: string }> }>;
}

export const ACTS = [
  "power-off",
  "power-on",
  "mains-off",
  "mains-on",
  "give-permission",
  "reset-trip",
  "start",
  "stop",
  "trip",
  "take-away",
  "answer-as",
  "card-save",
  "card-use",
  "pull",
  "plug",
  "disturb",
  "swap",
  "swap-half",
  "swap-module",
  "update",
  "change",
  "refuse",
  "mend",
  "cut-later",
] as const;
export type Act = (typeof ACTS)[number];

/** Something a person does at a cabinet. */
export interface CabinetAct {
  line: string;
  tag: string;
  act: Act;
  /** For `trip`: its number. */
  trip?: number;
  /** For `disturb`: what is wrong with the cable. */
  disturbance?: Disturbance;
  /** For `start`, `trip` and `swap-module`: which axis, from 1. */
  axis?: number;
  /** For `swap`: the drive that is put in. */
  make?: { rating: string; firmware: string; serial: string; values?: Record<string, RawValue> };
  /** For `update`: the firmware that is put on. */
  firmware?: string;
  /** For `swap`: the family of the drive that is put in, when it is another: any definition, also one that somebody imported. */
  definition?: DefinitionFile;
  /** For `change`: a value set at the keypad. For `refuse`: a setting that the drive does not take until it is mended. */
  code?: string;
  raw?: number | string;
  /** For `take-away`: what it needs to run, in the words of its definition; everything is given back when nothing is named. */
  what?: string;
  /** For `answer-as`: its predecessor, or itself again. */
  predecessor?: boolean;
  /** For `cut-later`: after how many writes the power goes off by itself. */
  after?: number;
}

/** The lines and drives of a stand-in plant, and what can be done at them. */
export class StandInPlant {
  readonly lines = new Map<string, StandInLine>();
  /** Told of what this machine cannot make, when the plant opens. */
  onLeftOut: ((text: string) => void) | undefined;
  private readonly tags = new Map<StandInDrive, string>();
  private readonly leftOut: string[] = [];

  private readonly definitions: readonly Definition[];

  constructor(plan: PlantPlan, shipped: readonly Definition[]) {
    this.definitions = [
      ...shipped,
      ...(plan.definitions ?? []).map((each) => loadDefinition(JSON.stringify(each), each.id)),
    ];
    for (const { drives, ...settings } of plan.lines) {
      const line = new StandInLine(settings);
      for (const { definitionId, tag, ...make } of drives) {
        const definition = this.definitions.find((each) => each.id === definitionId);
        if (!definition) {
          this.leftOut.push(
            `${tag} is left out: its definition ${definitionId} does not ship any more. Make the demo plant anew with --fresh.`,
          );
          continue;
        }
        const drive = new StandInDrive(definition, make, undefined, this.definitions);
        line.add(drive);
        this.tags.set(drive, tag);
      }
      this.lines.set(settings.id, line);
    }
  }

  async open(): Promise<void> {
    for (const text of this.leftOut) this.onLeftOut?.(text);
    for (const line of this.lines.values()) {
      // Without socat there is no stand-in for a serial port; everything else works.
      if (line.kind === "serial" && !canMakePorts())
        this.onLeftOut?.(`${line.settings.title} is left out: the program socat is not installed.`);
      else await line.open();
    }
  }

  tick(seconds: number, ripple: () => number): void {
    for (const line of this.lines.values()) for (const drive of line.drives) drive.tick(seconds, ripple());
  }

  view(): StandInView[] {
    return [...this.lines.values()].flatMap((line) =>
      line.drives.map((drive): StandInView => ({
        line: line.settings.id,
        lineTitle: line.settings.title,
        kind: line.kind,
        port: line.port,
        path: line.settings.path,
        plugged: line.plugged,
        disturbance: line.disturbance,
        tag: this.tags.get(drive) ?? "",
        family: drive.definition.title,
        definitionId: drive.definition.id,
        rating: drive.make.rating,
        ratings: drive.definition.file.ratings.map(({ id, name }) => ({ id, name })),
        firmware: drive.make.firmware,
        serial: drive.make.serial,
        address: drive.address,
        axes: drive.axes.list.length,
        answersAs: drive.definition.file.imitates && {
          predecessor: drive.imitating !== undefined,
          family: drive.shown.definition.title,
        },
        hasPowerPart: drive.definition.file.identity.some((each) => each.field === "power-part"),
        canDieHalf: drive.definition.file.state.controlOnly !== undefined,
        asksPermission: drive.shown.definition.file.permission?.by === "keypad",
        hasCard: drive.definition.file.state.memoryCard ? drive.hasCard : undefined,
        canMiss: standInSigns(drive.shown.definition.file.state).map((each) => each.text),
        missing: [...(drive.shown.axes.list[0]?.missing ?? [])][0],
        powered: drive.powered,
        mains: drive.mains,
        turning: drive.shown.turning,
        trip: drive.shown.axes.trip,
        permission: drive.shown.permission,
        volatile: drive.shown.volatile,
      })),
    );
  }

  /** Does one act; says in words why it cannot, or nothing. */
  act(what: CabinetAct): string | undefined {
    const line = this.lines.get(what.line);
    const drive = line?.drives.find((each) => this.tags.get(each) === what.tag);
    if (!line || !drive) return `There is no stand-in ${what.tag} on line ${what.line}.`;
    switch (what.act) {
      case "power-off":
        drive.powerOff();
        return;
      case "power-on":
        drive.powerOn();
        return;
      case "give-permission":
        drive.givePermission();
        return;
      case "reset-trip":
        drive.resetTrip();
        return;
      case "start":
        drive.start(what.axis);
        return;
      case "stop":
        drive.stop();
        return;
      case "trip":
        drive.tripNow(what.trip ?? drive.definition.file.trips[0]?.number ?? 1, what.axis);
        return;
      case "take-away":
        drive.takeAway(what.what, what.axis);
        return;
      case "answer-as":
        return drive.answerAs(what.predecessor ?? false)
          ? `${drive.definition.title} of this rating has nothing to imitate.`
          : undefined;
      case "pull":
        line.pull();
        return;
      case "plug":
        line.plug();
        return;
      case "mains-off":
        drive.setMains(false);
        return;
      case "mains-on":
        drive.setMains(true);
        return;
      case "card-save":
        drive.saveToCard();
        return;
      case "card-use":
        return drive.useCard()
          ? undefined
          : "There is no card with values in this drive; copy to the card first.";
      case "disturb":
        line.disturbance = what.disturbance ?? "none";
        return;
      case "swap-module":
        drive.powerOff();
        return drive.exchangeModule(what.axis ?? 1);
      case "swap-half": {
        // The control part is put onto another power part.
        const half = new StandInDrive(
          drive.definition,
          { ...drive.make, powerPart: `${drive.make.serial}X` },
          undefined,
          this.definitions,
        );
        this.putIn(line, drive, half, what.tag);
        return;
      }
      case "change":
        if (what.code === undefined || what.raw === undefined || !drive.definition.byCode.has(what.code))
          return "Name a code and a value to set at the keypad.";
        drive.setAtKeypad(what.code, what.raw);
        return;
      case "refuse":
        if (what.code === undefined || !drive.definition.byCode.has(what.code))
          return "Name a code of this drive.";
        drive.refusing.add(what.code);
        return;
      case "mend":
        drive.refusing.clear();
        line.fault = undefined;
        return;
      case "cut-later": {
        let left = what.after ?? 1;
        line.fault = (_, { kind }) => {
          if (kind === "read" || --left > 0) return undefined;
          line.fault = undefined;
          return "power-after";
        };
        return;
      }
      case "update": {
        const { firmware } = what;
        if (firmware === undefined) return "Say which firmware is put on.";
        const { from, below } = drive.definition.file.firmware;
        if (compareFirmware(firmware, from) < 0 || (below && compareFirmware(firmware, below) >= 0))
          return `${drive.definition.title} has firmware from ${from}${below ? `, below ${below}` : ""}.`;
        const later = new StandInDrive(
          drive.definition,
          updatedMake(drive, firmware),
          undefined,
          this.definitions,
        );
        this.putIn(line, drive, later, what.tag);
        return;
      }
      case "swap": {
        if (!what.make) return "Say which drive is put in.";
        const family = what.definition ? familyOf(what.definition) : drive.definition;
        if (typeof family === "string") return family;
        if (family.protocol !== drive.definition.protocol)
          return `A ${family.title} does not speak on this line.`;
        if (!family.ratings.has(what.make.rating))
          return `${family.title} has no rating ${what.make.rating}.`;
        const { axes, options, modules } =
          family.id === drive.definition.id
            ? drive.make
            : { axes: undefined, options: undefined, modules: undefined };
        const fresh = new StandInDrive(
          family,
          {
            axes,
            options,
            modules,
            ...what.make,
          },
          undefined,
          this.definitions,
        );
        this.putIn(line, drive, fresh, what.tag);
      }
    }
  }

  private putIn(line: StandInLine, old: StandInDrive, fresh: StandInDrive, tag: string): void {
    line.replace(old, fresh);
    this.tags.delete(old);
    this.tags.set(fresh, tag);
  }
}

/** The family a definition file describes, or what is wrong with it. */
function familyOf(file: DefinitionFile): Definition | string {
  try {
    return loadDefinition(JSON.stringify(file), file.id);
  } catch (error) {
    if (error instanceof DefinitionError) return error.message;
    throw error;
  }
}
