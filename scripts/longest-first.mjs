/** The order of the unit tests: those that take minutes first, so that none of them runs alone at the end. */
import Sequencer from "@jest/test-sequencer";

const LONG = ["/restore/fault-loop/", "/program/", "/backup/", "/killed", "/bench/", "/restore/", "/server/"];
const rank = ({ path }) => {
  const at = LONG.findIndex((part) => path.includes(part));
  return at < 0 ? LONG.length : at;
};

export default class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b) || a.path.localeCompare(b.path));
  }
}
