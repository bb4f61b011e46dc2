import type { StandInView } from "@/core/contract";
import { loadDefinition, type Definition, type DefinitionFile } from "@/core/definition";
import { StandInDrive, standInSigns, type DriveMake } from "@/core/stand-in";
import { actAt } from "./act";
import type { CabinetAct } from "./acts";
import { StandInLine } from "./line";
import { canMakePorts } from "./pseudo-terminal";
import type { LineSettings } from "./spoken-line";

/** What stands in the stand-in plant: lines, and the drives on them. Written by the demo, read by the simulator. */
export interface PlantPlan {
  /** Families that do not ship with the application, as definition files. */
  definitions?: DefinitionFile[];
  lines: Array<LineSettings & { drives: Array<DriveMake & { definitionId: string; tag: string }> }>;
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
    const { definitions } = this;
    return actAt(
      { line, drive, definitions, putIn: (fresh) => this.putIn(line, drive, fresh, what.tag) },
      what,
    );
  }

  private putIn(line: StandInLine, old: StandInDrive, fresh: StandInDrive, tag: string): void {
    line.replace(old, fresh);
    this.tags.delete(old);
    this.tags.set(fresh, tag);
  }
}
