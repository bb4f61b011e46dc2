/**
 * A way for bytes to and from a drive: a socket, a serial port, a stand-in in a test.
 * The protocols are written against it, so that the core opens nothing itself.
 */
export interface ByteChannel {
  /** Sends bytes; they are lost without word when the channel is closed. */
  send(bytes: Uint8Array): void;
  /** Called with every chunk that arrives. */
  onBytes(listener: (bytes: Uint8Array) => void): void;
  /** Called once when the channel is lost or closed, with the reason in words. */
  onClosed(listener: (reason: string) => void): void;
  close(): void;
}

/** Time, handed in so that tests decide it. Milliseconds. */
export interface Clock {
  now(): number;
  /** Resolves after `ms`, or at once when the signal is given. Never rejects. */
  sleep(ms: number, signal?: AbortSignal): Promise<void>;
  /** Calls back after `ms`; the function returned calls it off. */
  after(ms: number, callback: () => void): () => void;
}

/** A message from below in the units a protocol speaks: who is asked, and the protocol data unit. */
export interface Frame {
  /** Number that matches an answer to its question, where the framing carries one. */
  transaction?: number;
  unit: number;
  pdu: Uint8Array;
}

/** What a decoder makes of bytes: whole frames, and whether it had to throw bytes away to find them. */
export interface Decoded {
  frames: Frame[];
  /** Bytes that belonged to no frame; more than none means noise, a wrong speed or another protocol. */
  rubbish: number;
  /** "bad-check": frames could be seen, but their check did not fit. */
  noise?: "garbled" | "bad-check";
}

export interface FrameDecoder {
  push(bytes: Uint8Array): Decoded;
  /** Forgets a half-received frame. */
  reset(): void;
}

/** One way of putting frames on a wire. */
export interface Framing {
  /** A question and its answer share a transaction number: late answers are told from right ones. */
  matchesTransactions: boolean;
  encode(frame: Frame): Uint8Array;
  /** `side` says whose frames are read: a master reads answers, a drive reads questions. */
  decoder(side: "answers" | "questions"): FrameDecoder;
}
