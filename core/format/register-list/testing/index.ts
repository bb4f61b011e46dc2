import type { ModbusLink } from "@/core/definition";
import { rill } from "@/families/testing";
import type { ImportAbout } from "../../imported";

/** How a drive of whose list nothing more is known is spoken to. */
export const link: ModbusLink = { ...rill.file.modbus! };
delete link.addressCode;
delete link.linkTimeoutCode;
delete link.line;

/** What somebody says of it; its family's number stands where no list has a register. */
export const about: ImportAbout = {
  vendor: "Thornbury",
  family: "Lark",
  about: "",
  firmwareFrom: "0",
  supply: "",
  identity: [{ field: "family", address: 64_000, type: "u16", equals: 7 }],
};
