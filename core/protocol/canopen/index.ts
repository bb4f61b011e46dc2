/** CANopen through a gateway that takes lines of text (CiA 309-3): commands, answers, abort codes. No sockets. */
export {
  decodeCommand,
  decodeLine,
  decodeValue,
  encodeCommand,
  encodeValue,
  type GatewayLine,
  type SdoQuestion,
} from "./command";
export { GatewayMaster, type SdoOutcome } from "./master";
export { noSuchValue, refusalOfCode } from "./refusal";
