import type { ConnectionView, JobView, StepChange } from "@/core/live";

/** What the page is told as it happens. Each message stands alone; a page that missed some asks for a snapshot. */
export type LiveEvent =
  | { type: "snapshot"; connections: ConnectionView[]; jobs: JobView[] }
  | { type: "connection"; view: ConnectionView }
  | { type: "connection-gone"; id: string }
  | { type: "job"; view: JobView }
  | { type: "step"; change: StepChange }
  | { type: "ledger"; tag: string };

/** Hands events to every open page. Listeners must not throw. */
export class Events {
  private readonly listeners = new Set<(event: LiveEvent) => void>();

  publish(event: LiveEvent): void {
    for (const listener of this.listeners) listener(event);
  }

  subscribe(listener: (event: LiveEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
