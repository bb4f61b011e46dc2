import type { DriveIdentity, DriveState } from "@/core/drive";
import { rill } from "@/families/testing";
import type { PositionWords } from "@/server/plant";

/** What is said of a position in tests; its tag and whatever matters are added. */
export const WORDS: Omit<PositionWords, "tag"> = {
  title: "Roller",
  area: "Kiln",
  definitionId: "",
  machine: "",
  criticality: null,
  twinGroup: "",
  jobNumber: "",
  link: "",
  address: null,
  beforeWork: "",
  notes: "",
};

/** The plate of a small drive. */
export const RILL_PLATE: DriveIdentity = {
  vendor: "Fennimore",
  family: "Rill",
  definitionId: rill.id,
  rating: "R-030",
  ratingName: "Rill 3 kW",
  supply: "3 × 400 V",
  firmware: "4.4",
  serial: "A",
};

/** A drive that stands, with nothing to say. */
export const AT_REST: DriveState = {
  running: false,
  tripped: false,
  trip: undefined,
  warnings: [],
  volatile: false,
  permission: true,
};
