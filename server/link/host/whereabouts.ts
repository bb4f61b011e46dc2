import { speaking, type LinkSettings } from "@/core/link";
import type { Elsewhere } from "@/core/restore/run";

/** One place to look for a drive: an address, and how the link speaks. */
export interface Way {
  unit: number;
  settings: LinkSettings;
}

/**
 * Where a lost drive is looked for: where it was, and where it may answer after what was written to it. Where it was comes first: whoever answers there in its place
 * is another drive, whoever answers elsewhere may stand there by right.
 */
export class Whereabouts {
  private also: Elsewhere = {};

  constructor(private was: Way) {}

  /** It may answer there too, from the next loss on. */
  add({ unit, speech }: Elsewhere): void {
    this.also = {
      unit: unit ?? this.also.unit,
      speech: { ...this.also.speech, ...speech },
    };
  }

  /** Every place, in the order in which they are looked at; the first is where it was. */
  all(): Way[] {
    const { unit, speech } = this.also;
    const units = [...new Set([this.was.unit, unit ?? this.was.unit])];
    const { settings } = this.was;
    const other = speech && speaking(settings, speech);
    return [settings, ...(other ? [other] : [])].flatMap((each) =>
      units.map((one) => ({ unit: one, settings: each })),
    );
  }

  /** It was found: there it is from now on, and nowhere else. */
  settle(way: Way): void {
    this.was = way;
    this.also = {};
  }
}
