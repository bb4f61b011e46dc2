import { afterAll, afterEach, beforeAll, beforeEach } from "@jest/globals";
import { cleanup } from "@testing-library/react";
import type { ReactNode } from "react";
import { PlantProvider } from "@/features/house/use-plant";
import { QueryProvider } from "@/features/live/query";

/**
 * For tests of components, in a page without a screen: takes the page down after each test, and gives every element the size that a browser would,
 * so that lists which draw what is in sight draw something.
 */
export function withPage(): void {
  const size = { clientHeight: 600, clientWidth: 900 };
  const before = Object.keys(size).map(
    (key) => [key, Object.getOwnPropertyDescriptor(Element.prototype, key)!] as const,
  );
  beforeAll(() => {
    for (const [key, value] of Object.entries(size))
      Object.defineProperty(Element.prototype, key, { configurable: true, get: () => value });
    globalThis.ResizeObserver ??= class {
      observe(): void {}
      unobserve(): void {}
      disconnect(): void {}
    };
    // A wide screen.
    window.matchMedia ??= () =>
      ({ matches: false, addEventListener() {}, removeEventListener() {} }) as never;
    HTMLElement.prototype.scrollTo ??= () => undefined;
  });
  afterEach(cleanup);
  afterAll(() => {
    for (const [key, descriptor] of before) Object.defineProperty(Element.prototype, key, descriptor);
  });
}

/** Around a component: the page of a plant, in which nothing answers unless a test lets it. */
export function InPlant({ children }: { children: ReactNode }) {
  return (
    <QueryProvider>
      <PlantProvider plant="tarn-hollow">{children}</PlantProvider>
    </QueryProvider>
  );
}

/** A request as a component made it. */
export interface Asked {
  method: string;
  path: string;
  query: Record<string, string>;
  body: unknown;
}

/**
 * Stands for the server in a file of tests: whatever is asked gets the answer given here, `{ value }` or `{ trouble }`; undefined is a server that does not answer.
 * Gives the list of what was asked in the test that runs.
 */
export function withServer(answerTo: (asked: Asked) => object | undefined): Asked[] {
  const all: Asked[] = [];
  const { fetch } = globalThis;
  beforeEach(() => {
    all.length = 0;
    globalThis.fetch = ((address: string, { method = "GET", body }: RequestInit = {}) => {
      const { pathname, searchParams } = new URL(address, "http://ledger.test");
      const asked: Asked = {
        method,
        path: pathname,
        query: Object.fromEntries(searchParams),
        body: typeof body === "string" ? JSON.parse(body) : body,
      };
      all.push(asked);
      const answer = answerTo(asked);
      return answer ? Promise.resolve({ json: () => Promise.resolve(answer) }) : Promise.reject(new Error());
    }) as typeof globalThis.fetch;
  });
  afterEach(() => {
    globalThis.fetch = fetch;
  });
  return all;
}

/** What was sent to be changed, one after the other. */
export const sentIn = (asked: readonly Asked[]): Array<Record<string, unknown>> =>
  asked.filter((each) => each.method === "POST").map((each) => each.body as Record<string, unknown>);
