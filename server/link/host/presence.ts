import type { DriveState, Trouble } from "@/core/drive";
import type { LiveView } from "./messages";
import { Waiting } from "./waiting";

/** What may be said of a drive beside its phase. */
type Known = Pick<LiveView, "identity" | "definitionId" | "fit" | "state" | "unit" | "link">;

/** How a connected drive stands: told whenever it changes, and waited for. */
export class Presence {
  private view: LiveView;
  private readonly ending = new AbortController();
  private readonly changes = new Waiting();

  /** `wall` is the time of day, ms since 1970. */
  constructor(
    { unit, link }: Pick<LiveView, "unit" | "link">,
    private readonly wall: () => number,
    private readonly changed: (view: LiveView) => void,
  ) {
    this.view = { phase: "connecting", since: wall(), unit, link, era: 0, fit: "fits", stateAt: 0 };
  }

  get now(): LiveView {
    return { ...this.view };
  }

  get ended(): AbortSignal {
    return this.ending.signal;
  }

  /** Resolves at the next phase that is none of being lost, at the end, or when the signal is given. */
  next(signal?: AbortSignal): Promise<void> {
    return this.changes.next(signal);
  }

  /** What is known of it from now on; told with whatever happens next. */
  know(known: Partial<Known>): void {
    this.view = { ...this.view, ...known };
  }

  /** It has told its state; `echoes`: the adapter sends back whatever it is given. */
  takeState(state: DriveState, echoes: boolean): void {
    const before = JSON.stringify(this.view.state);
    this.view = { ...this.view, state, stateAt: this.wall(), echoes };
    if (JSON.stringify(state) !== before) this.announce();
  }

  /** It is so from now on; why, where something is wrong. */
  enter(phase: LiveView["phase"], trouble?: Trouble): void {
    if (trouble) this.view = { ...this.view, trouble };
    if (this.view.phase === phase) return;
    this.view = { ...this.view, phase, since: this.wall() };
    if (phase === "connected") this.view.trouble = undefined;
    this.announce();
    if (phase !== "lost") this.changes.tell();
  }

  /** It is lost, once more. */
  lose(trouble: Trouble): void {
    this.view = { ...this.view, era: this.view.era + 1 };
    this.enter("lost", trouble);
  }

  end(): void {
    this.ending.abort();
    this.changes.tell();
  }

  private announce(): void {
    if (!this.ended.aborted) this.changed(this.now);
  }
}
