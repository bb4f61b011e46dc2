import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { InPlant, withPage } from "@/features/testing";
import { Walk, type WalkState } from "./walk";

withPage();

let sent: Array<[string, unknown]>;
let refreshed: number;
const { fetch } = globalThis;
beforeEach(() => {
  [sent, refreshed] = [[], 0];
  globalThis.fetch = ((address: string, { body }: RequestInit) => {
    sent.push([address, body === undefined ? undefined : JSON.parse(body as string)]);
    return Promise.resolve({ json: () => Promise.resolve({ value: null }) });
  }) as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});

const WALK: WalkState = {
  linkId: 2,
  linkName: "Adapter",
  byName: "Marta",
  connectionId: undefined,
  said: "",
  spoken: [],
};
function show(walk: WalkState | undefined, links = [{ id: 2, name: "Adapter" }]): void {
  render(
    <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
      <InPlant>
        <Walk round={4} walk={walk} links={links} lines={[]} />
      </InPlant>
    </AppRouterContext>,
  );
}
const said = (): string => screen.getByRole("status").textContent!;

test("a walk is begun with a cable that is chosen; without a link there is nothing to walk with", async () => {
  const user = userEvent.setup();
  show(undefined, [
    { id: 2, name: "Adapter" },
    { id: 3, name: "Gateway" },
  ]);
  await user.selectOptions(screen.getByRole("combobox"), "Gateway");
  await user.click(screen.getByRole("button", { name: "Walk with it" }));
  expect(sent).toEqual([["/api/plants/tarn-hollow/rounds/4/walk", { link: 3 }]]);
  await waitFor(() => expect(refreshed).toBe(1));
});

test("while nobody answers it says how the next drive is looked for; what the line shows goes before", () => {
  show({ ...WALK, spoken: ["RTU 38400 8N1", "RTU 9600 8E1"] });
  expect(said()).toContain("Nobody answers yet.");
  expect(said()).toContain("It is looked for as RTU 38400 8N1, RTU 9600 8E1:");
});

test("a cable that has but one way to speak is not said to have several, and what it has is said", () => {
  show({ ...WALK, said: "Another program holds the port." });
  expect(said()).toBe("Another program holds the port.");
});

test("anybody may end it", async () => {
  const user = userEvent.setup();
  show(WALK);
  await user.click(screen.getByRole("button", { name: "Stop walking" }));
  expect(sent[0]![0]).toBe("/api/plants/tarn-hollow/rounds/4/stop-walk");
});
