const NOTHING = new Uint8Array();

/**
 * Takes the echo of what was sent out of what is heard. An answer to a reading never equals its question, so the echo is found there; the answer to a
 * write of one register does, and would be taken for the drive's word. From the first echo on, one is expected after every question.
 */
export class EchoFilter {
  /** Whether this line echoes. */
  known = false;
  private awaited = NOTHING;
  private held = NOTHING;

  /** A question goes out. `telling` says that its answer can be told from it. */
  sent(bytes: Uint8Array, telling: boolean): void {
    this.held = NOTHING;
    this.awaited = this.known || telling ? new Uint8Array(bytes) : NOTHING;
  }

  /** What of the bytes heard is no echo; those that may be one are held until it is known. */
  filter(bytes: Uint8Array): Uint8Array {
    if (this.awaited.length === 0) return bytes;
    const all = new Uint8Array(this.held.length + bytes.length);
    all.set(this.held);
    all.set(bytes, this.held.length);
    const length = Math.min(all.length, this.awaited.length);
    for (let i = 0; i < length; i++) {
      if (all[i] === this.awaited[i]) continue;
      // Something else: none of it is an echo.
      this.awaited = NOTHING;
      this.held = NOTHING;
      return all;
    }
    if (all.length < this.awaited.length) {
      this.held = all;
      return NOTHING;
    }
    this.known = true;
    const rest = all.slice(this.awaited.length);
    this.awaited = NOTHING;
    this.held = NOTHING;
    return rest;
  }
}
