const FREE_TRIES = 5;
const LONGEST_WAIT_S = 900;
const MOST_HELD = 10_000;

/**
 * Slows down guessing by account, since an address on the network can be forged: after five tries without success each further one doubles the wait.
 * A try counts as failed from its beginning, so that many at once are not one.
 */
export class SignInThrottle {
  private readonly tries = new Map<string, { count: number; until: number }>();

  constructor(private readonly now: () => number) {}

  /** Begins a try: whole seconds to wait before this account may be tried again, or 0, and then the try counts. */
  begin(account: string): number {
    const key = account.trim().toLowerCase();
    const entry = this.tries.get(key);
    const waitS = entry ? Math.max(0, Math.ceil((entry.until - this.now()) / 1000)) : 0;
    if (waitS > 0) return waitS;
    const count = (entry?.count ?? 0) + 1;
    const nextS = count < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_S, 2 ** (count - 2));
    // The one that was tried longest ago is forgotten, not all: filling the list must not free an account.
    this.tries.delete(key);
    if (this.tries.size >= MOST_HELD) this.tries.delete(this.tries.keys().next().value!);
    this.tries.set(key, { count, until: this.now() + nextS * 1000 });
    return 0;
  }

  /** It was the right one: what was counted is forgotten. */
  succeeded(account: string): void {
    this.tries.delete(account.trim().toLowerCase());
  }
}
