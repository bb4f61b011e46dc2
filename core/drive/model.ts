/** Who a drive is and what it is doing, as plain data. */

export interface FittedOption {
  id: string;
  name: string;
  firmware?: string;
}

/** What is in one slot of a rack. */
export interface FittedModule {
  slot: number;
  name: string;
  serial?: string;
  firmware?: string;
}

/** Who a drive says it is. */
export interface DriveIdentity {
  vendor: string;
  family: string;
  definitionId: string;
  /** Id of the rating in the definition; undefined when the definition does not know the number the drive gave. */
  rating?: string;
  ratingName: string;
  supply: string;
  firmware: string;
  /** Of the control part, as on the plate. Where the family tells none, it is empty, and the bench puts the place in its stead. */
  serial: string;
  /** `serial` says where the drive answers, since it tells no number of its own: that it was exchanged cannot be noticed. */
  placed?: boolean;
  /** Serial number of the power part, where it has one of its own. */
  powerPart?: string;
  /** Where the family knows axes. */
  axes?: number;
  options?: FittedOption[];
  modules?: FittedModule[];
  /** The drive answers as another family: who it really is. */
  really?: { definitionId: string; family: string; rating?: string; ratingName: string; firmware: string };
}

export interface TripView {
  number: number;
  name: string;
  /** It is the one that is expected while only the control part is fed. */
  expected?: boolean;
  /** What it may come from and what to do, the likeliest first; absent where the definition does not know the number. */
  causes?: string[];
  remedies?: string[];
}

/** One axis of a rack. */
export interface AxisState {
  axis: number;
  running: boolean | undefined;
  trip: TripView | undefined;
}

/** Something without which the drive does not run, in words, and where to look. */
export interface Missing {
  text: string;
  look: string;
  /** Where there are several. */
  axis?: number;
}

/** What a drive is doing, as far as its status words tell. */
export interface DriveState {
  /** Some motor of it turns; undefined when the definition does not say how the drive tells. */
  running: boolean | undefined;
  /** A run command stands, whether a motor turns or not; undefined when the definition does not say how the drive tells. */
  runCommand?: boolean;
  /** Undefined when the definition does not say how the drive tells. */
  tripped: boolean | undefined;
  trip: TripView | undefined;
  warnings: string[];
  /** What is missing before it runs, beside a trip; undefined when the definition does not say how the drive tells. */
  missing?: Missing[];
  /** Some value would be gone after a power-off; undefined when the family does not tell. */
  volatile: boolean | undefined;
  /** Whether it may be written now; undefined when the family asks for no permission. */
  permission: boolean | undefined;
  /** Only the control part is fed; trips are expected and nothing turns. Undefined when the family does not tell. */
  controlOnly?: boolean;
  /** Of a rack: what its axes share is there for them (a fed bus). */
  sharedReady?: boolean;
  /** It runs on a reduced supply, for a test. Undefined when the family knows no such thing. */
  reducedSupply?: boolean;
  /** A memory card sits in it. Undefined when the family has none. */
  memoryCard?: boolean;
  /** Axis by axis, where there are several. */
  axes?: AxisState[];
}
