import type { Definition, Sign, TripSpec } from "@/core/definition";

/** What a drive is doing, as far as its status words tell. */
export interface DriveState {
  running: boolean;
  tripped: boolean;
  trip: { number: number; name: string } | undefined;
  warnings: string[];
  /** Some value would be gone after a power-off; undefined when the family does not tell. */
  volatile: boolean | undefined;
  /** Whether it may be written now; undefined when the family asks for no permission. */
  permission: boolean | undefined;
}

/** Registers that must be read to know the state: the status block, and the permission where it lies elsewhere. */
export function stateRegisters(definition: Definition): Array<{ address: number; count: number }> {
  const { address, count } = definition.file.state;
  const signs = [definition.file.permission?.given.address].filter((each): each is number => each !== undefined);
  const outside = signs.filter((each) => each < address || each >= address + count);
  return [{ address, count }, ...outside.map((each) => ({ address: each, count: 1 }))];
}

/** Whether a sign is given, from registers by address. */
export function signGiven(sign: Sign, register: (address: number) => number): boolean {
  const value = register(sign.address);
  const given = sign.bit !== undefined ? ((value >> sign.bit) & 1) === 1 : value === sign.equals;
  return sign.inverted ? !given : given;
}

/** Makes sense of the status registers. */
export function decodeState(definition: Definition, register: (address: number) => number): DriveState {
  const { state, permission } = definition.file;
  const tripped = signGiven(state.tripped, register);
  const number = register(state.tripNumber.address);
  const warningWord = state.warnings ? register(state.warnings.address) : 0;
  return {
    running: signGiven(state.running, register),
    tripped,
    trip: tripped ? { number, name: tripOf(definition, number)?.name ?? `unknown trip ${number}` } : undefined,
    warnings: (state.warnings?.bits ?? []).filter((each) => (warningWord >> each.bit) & 1).map((each) => each.text),
    volatile: state.volatile ? signGiven(state.volatile, register) : undefined,
    permission: permission ? signGiven(permission.given, register) : undefined,
  };
}

/** What the definition says of a trip number. */
export function tripOf(definition: Definition, number: number): TripSpec | undefined {
  return definition.file.trips.find((each) => each.number === number);
}
