/** `true` where each of two types can stand for the other. For holding a shape and a type written by hand equal. */
export type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never;

/** Compiles only where the types are the same: `same<Same<Of<typeof point>, Point>>()`. Does nothing at run time. */
export function same<_Proof extends true>(): void {}
