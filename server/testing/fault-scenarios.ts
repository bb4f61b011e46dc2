import { layOutFile } from "@/core/definition";
import type { RestoredPart, Stage } from "@/core/restore";
import { decodeKey, type RawValue } from "@/core/value";
import { hollin, plover, rill } from "@/families/testing";
import { cutDown } from "./cut-down";
import type { Standing } from "./plant";

/** A drive that is replaced, what its standing record holds beside the factory's values, and at which exchanges something goes wrong. */
export interface FaultScenario {
  standing: Standing;
  values: Record<string, RawValue>;
  /**
   * Where one exchange is like the other, only every so-manieth is hit, unless all are, and the last: while the whole drive is read, or while it is looked
   * who it is. Of a stage that is not named each is.
   */
  every: Partial<Record<Stage, number>>;
  /** One axis or one set alone; nothing outside of it is to change. */
  part?: RestoredPart;
}

/** A scenario with a drive that has little beside the values that are restored. */
function scenario({ standing, ...rest }: FaultScenario): FaultScenario {
  const codes = Object.keys(rest.values).map((key) => decodeKey(key)!.code);
  return { ...rest, standing: { ...standing, family: cutDown(standing.family, codes) } };
}

/** A rule that decides the order, a 32-bit value, text, float, and one that trips rules on the way; permission at the keypad, lost with the power. */
export const RILL = scenario({
  standing: { family: rill, make: { rating: "R-030", firmware: "4.4", serial: "OLD" }, line: "tcp" },
  values: {
    "1a": "Roller 3",
    "3f": 5500,
    "4f": 6000,
    "1r": 250,
    "14r": 1,
    "3m": 340,
    "12c": 1056964608,
    "6n": 50,
  },
  every: { "read-before": 6, "look-again": 6, verify: 6 },
});

/** Three sets, an option's own parameters; the permission is asked for over the link. */
export const HOLLIN = scenario({
  standing: {
    family: hollin,
    make: { rating: "H-090", firmware: "5.2", serial: "OLD", options: ["netmod"] },
    line: "tcp",
  },
  values: {
    "H.rmp.1/1": 300,
    "H.rmp.1/3": 500,
    "H.lim.1/2": 1400,
    "H.mac.1": "Mill 1",
    "H.eth.21": 2,
    "H.ml.12": 1000,
  },
  every: { "read-before": 15, "look-again": 15, verify: 15 },
});

/** A rack of three slots: looking who it is takes as many questions as it has. */
const smallRack = layOutFile({ ...plover.file, modules: { ...plover.file.modules!, slots: 3 } });

/** Two axes through a CANopen gateway, several questions under way at once. Reading takes hundreds of exchanges: of those only some are hit. */
export const RACK = scenario({
  standing: {
    family: smallRack,
    make: { rating: "P-06", firmware: "2.4", serial: "OLD", axes: 2, modules: [1, 3, 3] },
    line: "canopen",
  },
  values: {
    "5F30.03": "Stacker",
    "6083.00": 4_000_000_000,
    "2:607D.01": -5_000_000,
    "2:607D.02": 5_000_000,
    "2:6060.00": -1,
    "2013.01": 1,
  },
  every: { "read-before": 30, review: 3, write: 4, "look-again": 30, "make-permanent": 3, verify: 30 },
});

/** Of the same rack one axis alone. */
export const ONE_AXIS: FaultScenario = {
  ...RACK,
  part: { axes: [2] },
  every: { "read-before": 200, review: 4, write: 3, "look-again": 200, "make-permanent": 3, verify: 200 },
};
