/** What a definition file says of a family: each part's shape, from which its type, the checking and the published JSON Schema come. */
export { definitionFile, type DefinitionFile, type RuleSpec } from "./file";
export { mappedCode, type QuantitySpec } from "./quantity";
export type { AxesSpec, IdentityField, ModulesSpec, OptionSpec, RatingSpec, SetsSpec } from "./identity";
export type { CanopenLink, ModbusLink } from "./link";
export type { FirmwareRange, GroupSpec, ParameterSpec } from "./parameter";
export type { TripSpec, WritePermission } from "./permission";
export type { Address } from "./shapes";
export type { ProgramSpec } from "./program";
export type { Command, MissingSign, Sign } from "./signs";
export { command as commandShape } from "./signs";
export { TERMINAL_KINDS, type TerminalSpec } from "./terminal";
