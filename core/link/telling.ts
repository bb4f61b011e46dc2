import { noSymptoms, type Symptoms } from "./symptoms";

/** The way of speaking that tells most: one that was answered; else one at which frames could at least be seen; else all of them together. */
export function tellingSymptoms(seen: readonly Symptoms[]): Symptoms {
  const best =
    seen.find((each) => each.cause) ??
    seen.find((each) => each.answered > 0) ??
    seen.find((each) => each.badCheck > each.garbled) ??
    seen.find((each) => each.garbled > 0);
  if (best) return best;
  const [first, ...rest] = seen;
  return rest.reduce(
    (all, each) => ({ ...all, asked: all.asked + each.asked, silent: all.silent + each.silent }),
    first ?? noSymptoms("modbus-tcp"),
  );
}
