import { afterAll, afterEach, beforeAll } from "@jest/globals";
import { cleanup } from "@testing-library/react";
import { PathParamsContext } from "next/dist/shared/lib/hooks-client-context.shared-runtime";
import type { ReactNode } from "react";
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
      <PathParamsContext value={{ plant: "tarn-hollow" }}>{children}</PathParamsContext>
    </QueryProvider>
  );
}
