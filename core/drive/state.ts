import {
  addressOf,
  axisShift,
  type Address,
  type Definition,
  type Sign,
  type TripSpec,
} from "@/core/definition";
import type { AxisState, DriveState } from "./model";
import type { DriveSession, Item } from "./session";
import { bad, good, troubleOf, type Result } from "./trouble";

/** Whether a sign is given by the value found at its address. */
export function signGiven(sign: Sign, value: number): boolean {
  const given = sign.bit !== undefined ? ((value >>> sign.bit) & 1) === 1 : value === sign.equals;
  return sign.inverted ? !given : given;
}

/** Reads all status words of a drive and makes sense of them. Refused words count as 0. */
export async function readDriveState(session: DriveSession): Promise<Result<DriveState>> {
  const { definition } = session;
  const items = stateItems(definition);
  const values = new Map<string, number>();
  const outcomes = await session.readItems([...items.values()]);
  let i = 0;
  for (const key of items.keys()) {
    const outcome = outcomes[i++]!;
    if (outcome.kind === "value") values.set(key, Number(outcome.raw));
    else if (outcome.kind !== "refused" || outcome.refusal.kind.startsWith("gateway"))
      return bad(troubleOf(outcome));
  }
  return good(decodeState(definition, (address, axis) => values.get(keyOf(definition, address, axis)) ?? 0));
}

/** Makes sense of status words; `word` gives the value at an address of an axis (0 for a drive without axes). */
export function decodeState(
  definition: Definition,
  word: (address: Address, axis: number) => number,
): DriveState {
  const { state, permission, withoutMains } = definition.file;
  const numbers = axisNumbers(definition);
  const given = (sign: Sign, axis = numbers[0]!): boolean => signGiven(sign, word(sign.address, axis));
  const alone = state.controlOnly !== undefined && given(state.controlOnly);
  const axes = numbers.map((axis): AxisState & { tripped: boolean } => {
    const number = state.tripNumber ? word(state.tripNumber.address, axis) : 0;
    const tripped = state.tripped ? given(state.tripped, axis) : number !== 0;
    return {
      axis,
      running: state.running && given(state.running, axis),
      tripped,
      trip: tripped
        ? {
            number,
            name: tripOf(definition, number)?.name ?? `unknown trip ${number}`,
            causes: tripOf(definition, number)?.causes,
            remedies: tripOf(definition, number)?.remedies,
            ...(alone && number === withoutMains?.trip ? { expected: true } : {}),
          }
        : undefined,
    };
  });
  const warnings =
    state.warnings === undefined
      ? []
      : numbers.flatMap((axis) =>
          state
            .warnings!.bits.filter((each) => (word(state.warnings!.address, axis) >>> each.bit) & 1)
            .map((each) => (numbers.length > 1 ? `axis ${axis}: ${each.text}` : each.text)),
        );
  const missing = state.missing?.flatMap((each) =>
    numbers
      .filter((axis) => given(each, axis))
      .map((axis) => ({ text: each.text, look: each.look, ...(numbers.length > 1 ? { axis } : {}) })),
  );
  const tripped = axes.find((each) => each.tripped);
  return {
    running: state.running && axes.some((each) => each.running),
    runCommand: state.runCommand && numbers.some((axis) => given(state.runCommand!, axis)),
    tripped: state.tripped || state.tripNumber ? tripped !== undefined : undefined,
    trip:
      tripped?.trip &&
      (numbers.length > 1
        ? { ...tripped.trip, name: `${tripped.trip.name} (axis ${tripped.axis})` }
        : tripped.trip),
    warnings,
    missing,
    volatile: state.volatile ? given(state.volatile) : undefined,
    permission: permission ? given(permission.given) : undefined,
    controlOnly: state.controlOnly ? alone : undefined,
    sharedReady: state.sharedReady ? given(state.sharedReady) : undefined,
    reducedSupply: state.reducedSupply ? given(state.reducedSupply) : undefined,
    memoryCard: state.memoryCard ? given(state.memoryCard) : undefined,
    ...(numbers.length > 1 ? { axes: axes.map(({ axis, running, trip }) => ({ axis, running, trip })) } : {}),
  };
}

/** What the definition says of a trip number. */
export function tripOf(definition: Definition, number: number): TripSpec | undefined {
  return definition.file.trips.find((each) => each.number === number);
}

function axisNumbers(definition: Definition): number[] {
  return definition.axes.length > 0 ? definition.axes : [0];
}

function keyOf(definition: Definition, address: Address, axis: number): string {
  const shift = axisShift(definition.file.axes, definition.protocol, axis);
  return `${shift.node}/${addressOf(address) + shift.address}`;
}

function stateItems(definition: Definition): Map<string, Item> {
  const { state, permission } = definition.file;
  const items = new Map<string, Item>();
  const want = (of: { address: Address; type?: "u8" | "u16" | "u32" } | undefined, axis: number): void => {
    if (!of) return;
    const shift = axisShift(definition.file.axes, definition.protocol, axis);
    items.set(keyOf(definition, of.address, axis), {
      address: addressOf(of.address) + shift.address,
      type: of.type ?? "u16",
      node: shift.node,
    });
  };
  const numbers = axisNumbers(definition);
  for (const axis of numbers)
    for (const each of [
      state.running,
      state.runCommand,
      state.tripped,
      state.tripNumber,
      state.warnings,
      ...(state.missing ?? []),
    ])
      want(each, axis);
  for (const each of [
    state.volatile,
    state.controlOnly,
    state.sharedReady,
    state.reducedSupply,
    state.memoryCard,
    permission?.given,
  ])
    want(each, numbers[0]!);
  return items;
}
