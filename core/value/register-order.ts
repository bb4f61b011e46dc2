/**
 * In which order a value's bytes stand in its registers. Modbus fixes the order within a register (high byte first) and says nothing of several registers;
 * both are done otherwise by some. Of the bytes ABCD: ABCD, CDAB, BADC, DCBA.
 */
export const REGISTER_ORDERS = [
  "high-first",
  "low-first",
  "high-first, bytes-swapped",
  "low-first, bytes-swapped",
] as const;
export type RegisterOrder = (typeof REGISTER_ORDERS)[number];
