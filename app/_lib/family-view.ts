import type { Definition } from "@/core/definition";
import type { FamilyView } from "@/features/bench/types";

/** What the pages need of a family to offer its link settings and its connection card. */
export function familyView({ id, title, protocol, file }: Definition): FamilyView {
  const { modbus, canopen } = file;
  return {
    id,
    title,
    protocol,
    framings: modbus?.framings ?? [],
    speeds: modbus?.speeds ?? [],
    card: file.card,
    withoutMains: file.withoutMains?.about,
    defaults: modbus
      ? {
          port: modbus.defaults.port,
          unit: modbus.defaults.address,
          baud: modbus.defaults.baud,
          parity: modbus.defaults.parity,
          stopBits: modbus.defaults.stopBits,
        }
      : { port: canopen!.defaults.port, unit: canopen!.defaults.node, net: canopen!.defaults.net },
  };
}
