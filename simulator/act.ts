import {
  compareFirmware,
  DefinitionError,
  loadDefinition,
  type Definition,
  type DefinitionFile,
} from "@/core/definition";
import { StandInDrive, updatedMake } from "@/core/stand-in";
import type { CabinetAct } from "./acts";
import type { StandInLine } from "./line";

/** Where an act is done. */
export interface Cabinet {
  line: StandInLine;
  drive: StandInDrive;
  /** All families that are known here. */
  definitions: readonly Definition[];
  /** Puts another drive in the place of this one. */
  putIn: (fresh: StandInDrive) => void;
}

/** Does at a cabinet what a person does there; says in words why it cannot, or nothing. */
export function actAt({ line, drive, definitions, putIn }: Cabinet, what: CabinetAct): string | undefined {
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
        definitions,
      );
      putIn(half);
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
      const later = new StandInDrive(drive.definition, updatedMake(drive, firmware), undefined, definitions);
      putIn(later);
      return;
    }
    case "swap": {
      if (!what.make) return "Say which drive is put in.";
      const family = what.definition ? familyOf(what.definition) : drive.definition;
      if (typeof family === "string") return family;
      if (family.protocol !== drive.definition.protocol)
        return `A ${family.title} does not speak on this line.`;
      if (!family.ratings.has(what.make.rating)) return `${family.title} has no rating ${what.make.rating}.`;
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
        definitions,
      );
      putIn(fresh);
    }
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
