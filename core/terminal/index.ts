/** The terminals of a drive: function, state, and what is set for each. */
export { terminalsOf, terminalStateCodes, type CodedText, type Terminal } from "./terminals";
