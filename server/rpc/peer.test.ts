import { MessageChannel } from "node:worker_threads";
import { afterEach, expect, test } from "@jest/globals";
import { Peer, PeerGone } from "./peer";

type Counts = {
  count: { arg: { to: number }; event: number; value: string };
  fail: { arg: string; event: never; value: never };
};
type Nothing = Record<never, never>;

const ports: Array<{ close(): void }> = [];
function pair() {
  const { port1, port2 } = new MessageChannel();
  ports.push(port1, port2);
  let stopped: () => void = () => undefined;
  const whenStopped = new Promise<void>((resolve) => (stopped = resolve));
  const there = new Peer<Counts, Nothing>(port1, {
    async count({ to }, { emit, signal }) {
      for (let i = 1; i <= to; i++) {
        if (signal.aborted) break;
        emit(i);
        await new Promise((resolve) => setImmediate(resolve));
      }
      if (!signal.aborted) return "counted";
      stopped();
      return "stopped";
    },
    fail: (what) => {
      throw Object.assign(new Error(`no ${what}`), { code: "23505" });
    },
  });
  const here = new Peer<Nothing, Counts>(port2, {});
  return { here, there, whenStopped };
}
afterEach(() => {
  for (const each of ports.splice(0)) each.close();
});

test("events come in order, then the value", async () => {
  const { here } = pair();
  const heard: number[] = [];
  expect(await here.ask("count", { to: 4 }, { onEvent: (n) => heard.push(n) })).toBe("counted");
  expect(heard).toEqual([1, 2, 3, 4]);
});

test("questions under way at once get their own answers", async () => {
  const { here } = pair();
  const all = await Promise.all([3, 1, 2].map((to) => here.ask("count", { to })));
  expect(all).toEqual(["counted", "counted", "counted"]);
});

test("an error comes over with message and code", async () => {
  const { here } = pair();
  await expect(here.ask("fail", "luck")).rejects.toMatchObject({ message: "no luck", code: "23505" });
});

test("losing interest reaches the other side", async () => {
  const { here } = pair();
  const stop = new AbortController();
  const asked = here.ask("count", { to: 1_000_000 }, { signal: stop.signal, onEvent: () => stop.abort() });
  expect(await asked).toBe("stopped");
});

test("when the other side goes away, what was asked fails and what it asked is stopped", async () => {
  const { here, there, whenStopped } = pair();
  const asked = here.ask("count", { to: 1_000_000 }, { onEvent: () => there.end("the thread ended") });
  const rejected = expect(asked).rejects.toBeInstanceOf(PeerGone);
  await whenStopped;
  here.end("the thread ended");
  await rejected;
  await expect(here.ask("count", { to: 1 })).rejects.toThrow("the thread ended");
});

test("a thread that is gone without a word: whoever waits for it is told", async () => {
  const { port1, port2 } = new MessageChannel();
  const here = new Peer<Nothing, Counts>(port2, {});
  const asked = here.ask("count", { to: 1 });
  port1.close();
  await expect(asked).rejects.toThrow(PeerGone);
  await expect(here.ask("count", { to: 1 })).rejects.toThrow(PeerGone);
});
