import type { LiveEvent } from "@/core/contract";

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
