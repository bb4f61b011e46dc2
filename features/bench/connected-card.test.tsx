import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { act, cleanup, render } from "@testing-library/react";
import type { ConnectionView } from "@/core/contract";
import { useLiveStream } from "@/features/live/store";
import { InPlant, withPage } from "@/features/testing";
import { ConnectedCard } from "./connected-card";

withPage();

const view: ConnectionView = {
  id: "a",
  linkName: "Kiln",
  link: { kind: "modbus-tcp", host: "10.0.0.7", port: 502 },
  unit: 3,
  phase: "connected",
  fit: "fits",
  since: 0,
  stateAt: Date.UTC(2026, 2, 14, 1, 6),
  state: { running: false, tripped: false, warnings: [], volatile: false },
};

/** Hears the program as the page's worker would. */
class Hearing {
  static last: Hearing;
  onmessage: (event: { data: { lost: boolean } }) => void = () => undefined;
  constructor() {
    Hearing.last = this;
  }
  postMessage(): void {}
  terminate(): void {}
}
const { Worker: before } = globalThis;
beforeAll(() => void (globalThis.Worker = Hearing as unknown as typeof Worker));
afterAll(() => void (globalThis.Worker = before));

function Card() {
  useLiveStream("tarn-hollow");
  return <ConnectedCard view={view} />;
}

test("what a drive does is said as long as the program is heard, and is not known afterwards", () => {
  render(<Card />, { wrapper: InPlant });
  const text = (): string => document.body.textContent!;
  expect(text()).toContain("motor stands · no trip · all values permanent");
  act(() => Hearing.last.onmessage({ data: { lost: true } }));
  expect(text()).toMatch(/what it is doing now not told · last heard 14 Mar 2026/);
  expect(text()).not.toMatch(/motor stands|no trip|permanent/);
  cleanup();
});
