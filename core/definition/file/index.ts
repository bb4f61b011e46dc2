/** What a definition file says of a family: each part's shape, from which its type, the checking and the published JSON Schema come. */
export { definitionFile, QUANTITIES, type DefinitionFile, type Quantity, type RuleSpec } from "./file";
export type { AxesSpec, IdentityField, ModulesSpec, OptionSpec, RatingSpec, SetsSpec } from "./identity";
export type { CanopenLink, ModbusLink } from "./link";
export type { FirmwareRange, GroupSpec, ParameterSpec } from "./parameter";
export type { TripSpec, WritePermission } from "./permission";
export type { Address } from "./shapes";
export type { Command, Sign } from "./signs";
