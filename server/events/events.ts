import type { LiveEvent } from "@/core/contract";

type Listener = (event: LiveEvent, plantId: number) => void;

/** Hands events to every open page, each with the plant that it is of. Listeners must not throw. */
export class Events {
  private readonly listeners = new Set<Listener>();

  publish(plantId: number, event: LiveEvent): void {
    for (const listener of this.listeners) listener(event, plantId);
  }

  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
