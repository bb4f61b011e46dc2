import type { RestoredPart } from "./part";

/** How one axis of a rack stands that is restored axis by axis. */
export interface AxisCourse {
  axis: number;
  /** The newest restore that reached the axis, and whether it was verified; absent where none did. */
  receipt?: number;
  verified: boolean;
}

/**
 * How far a rack has come that is restored one axis at a time: each axis with the newest restore that reached it. `receipts` are the restores since, the newest first; one of the whole
 * drive reaches every axis, one of a parameter set none as a whole. The next axis is the first that is not verified.
 */
export function axisCourse(
  axes: readonly number[],
  receipts: ReadonlyArray<{ id: number; outcome: string; part?: RestoredPart }>,
): AxisCourse[] {
  return axes.map((axis) => {
    const newest = receipts.find(
      ({ part }) => !part || (!part.sets && (part.axes === undefined || part.axes.includes(axis))),
    );
    return newest
      ? { axis, receipt: newest.id, verified: newest.outcome === "verified" }
      : { axis, verified: false };
  });
}
