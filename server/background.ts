import { log } from "./log";

/**
 * Work that nobody waits for. It ends here whatever happens: a fault goes into the log, and `onFault` puts into words what it left behind.
 */
export function inBackground(
  what: string,
  work: () => Promise<unknown>,
  onFault: (error: Error) => void = () => undefined,
): Promise<void> {
  return work().then(
    () => undefined,
    (error: unknown) => {
      log.error({ error, what }, "work in the background met a fault");
      try {
        onFault(error as Error);
      } catch (second) {
        log.error({ error: second, what }, "and could not say so");
      }
    },
  );
}
