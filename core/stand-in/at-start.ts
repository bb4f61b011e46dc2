import type { Definition } from "@/core/definition";
import { speechOf, type SerialSettings } from "@/core/link";
import type { RawValue } from "@/core/value";

/** What holds from a start on, whatever is written meanwhile. */
export interface Started {
  /** Where it answers, and how it speaks on a serial line. */
  address: number;
  speech: Partial<SerialSettings>;
  /** Whether it runs on the reduced supply, for a test. */
  reduced: boolean;
}

/** What holds once a drive has started, from its permanent memory; what its definition names no parameter for is the family's usual. */
export function atStart(definition: Definition, permanent: (code: string) => RawValue | undefined): Started {
  const { addressCode, file } = definition;
  const { modbus, canopen, reducedSupply } = file;
  return {
    address: addressCode
      ? Number(permanent(addressCode))
      : (modbus?.defaults.address ?? canopen!.defaults.node),
    speech: speechOf(definition, { get: permanent }),
    reduced: reducedSupply !== undefined && permanent(reducedSupply.code) === reducedSupply.on,
  };
}
