/** One after the other: who has taken a turn holds it until he gives it back; the others wait in the order they came. */
export class Turns {
  private last = Promise.resolve();

  /** Resolves when it is one's turn, with what gives it back. */
  async take(): Promise<() => void> {
    const before = this.last;
    let giveBack: () => void = () => undefined;
    this.last = new Promise((resolve) => (giveBack = resolve));
    await before;
    return giveBack;
  }
}
