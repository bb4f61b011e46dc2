/** Modbus: questions and answers, framing, refusals, read planning, the time the wire takes. No sockets. */
export { framesOf, MOST_RECORDS, recordsOf, RECORDS_PER_FILE } from "./file-record";
export { ModbusMaster, type Outcome } from "./master";
export {
  answerLength,
  decodeAnswer,
  decodeQuestion,
  encodeAnswer,
  encodeQuestion,
  functionOf,
  type Answer,
  type Question,
} from "./pdu";
export {
  frameCost,
  planReads,
  registersInTime,
  splitFrame,
  type ReadFrame,
  type ReadLimits,
  type Span,
} from "./read-plan";
export { asciiFraming } from "./ascii";
export { refusalOf } from "./refusal";
export { rtuFraming } from "./rtu";
export { tcpFraming } from "./tcp";
export { charactersMs, exchangeMs, questionMs, type Line } from "./wire-time";
