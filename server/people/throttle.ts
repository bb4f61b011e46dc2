/** Slows down guessing by account, since an address on the network can be forged: after five failures each further one doubles the wait. */
export class SignInThrottle {
  private readonly failures = new Map<string, { count: number; until: number }>();

  constructor(private readonly now: () => number) {}

  /** Whole seconds to wait before this account may be tried again; 0 when it may. */
  secondsToWait(email: string): number {
    const entry = this.failures.get(key(email));
    return entry ? Math.max(0, Math.ceil((entry.until - this.now()) / 1000)) : 0;
  }

  failed(email: string): void {
    const count = (this.failures.get(key(email))?.count ?? 0) + 1;
    const waitS = count < 5 ? 0 : Math.min(900, 2 ** (count - 2));
    if (this.failures.size > 10_000) this.failures.clear();
    this.failures.set(key(email), { count, until: this.now() + waitS * 1000 });
  }

  succeeded(email: string): void {
    this.failures.delete(key(email));
  }
}

const key = (email: string): string => email.trim().toLowerCase();
