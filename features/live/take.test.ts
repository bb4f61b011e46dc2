import { describe, expect, test } from "@jest/globals";
import type { ConnectionView, JobView, LiveEvent } from "@/core/contract";
import type { WriteStep } from "@/core/restore";
import { lose, NOTHING, take, type LiveState } from "./take";

const drive = (id: string, phase: ConnectionView["phase"] = "connected"): ConnectionView => ({
  id,
  linkName: "Kiln",
  link: { kind: "modbus-tcp", host: "10.0.0.7", port: 502 },
  unit: 3,
  phase,
  since: 0,
});
const job = (id: number, open: boolean): JobView =>
  ({ id, kind: "restore", open, tag: "KL-03", place: { stage: "write" } }) as unknown as JobView;
const step = (ordinal: number, state: WriteStep["state"]): LiveEvent => ({
  type: "step",
  change: { jobId: 7, ordinal, step: { code: "17r", to: 5, state, tries: 1 } as WriteStep },
});
const after = (...messages: LiveEvent[]): LiveState => messages.reduce(take, NOTHING);

describe("what the pages know", () => {
  test("a drive that is lost stays, with what it was; one that was let go is gone", () => {
    const lost = after(
      { type: "connection", view: drive("a") },
      { type: "connection", view: drive("a", "lost") },
    );
    expect([...lost.connections.values()].map((each) => each.phase)).toEqual(["lost"]);
    expect(take(lost, { type: "connection-gone", id: "a" }).connections.size).toBe(0);
    expect(take(lost, { type: "connection-gone", id: "never there" }).connections.size).toBe(1);
  });
  test("a snapshot takes the place of everything: what ended while the stream was away is not shown as under way", () => {
    const before = after(
      { type: "connection", view: drive("a") },
      { type: "job", view: job(7, true) },
      step(0, "sent"),
    );
    const now = take(
      { ...before, online: false },
      { type: "snapshot", connections: [drive("b")], jobs: [], searches: [] },
    );
    expect([...now.connections.keys()]).toEqual(["b"]);
    expect(now.jobs.size).toBe(0);
    expect(now.steps.size).toBe(0);
    expect(now.online).toBe(true);
    expect([...now.gone]).toEqual(["a"]);
  });
  test("a stream that broke says since when, not since it was last tried; a snapshot ends that", () => {
    const away = lose(lose(after({ type: "connection", view: drive("a") }), 1000), 4000);
    expect(away).toMatchObject({ online: false, offlineSince: 1000 });
    expect(away.connections.has("a")).toBe(true);
    const back = take(away, { type: "snapshot", connections: [drive("a")], jobs: [], searches: [] });
    expect(back).toMatchObject({ online: true, offlineSince: undefined });
    expect(back.gone.size).toBe(0);
  });
  test("a drive that was let go is known to be gone, whatever a page was drawn with", () => {
    const now = after({ type: "connection", view: drive("a") }, { type: "connection-gone", id: "a" });
    expect([...now.gone]).toEqual(["a"]);
  });
  test("steps are told one by one and stand side by side, each as it was last told", () => {
    const all = after(step(0, "sent"), step(1, "sent"), step(0, "written"));
    expect([...all.steps.get(7)!].map(([ordinal, each]) => [ordinal, each.state])).toEqual([
      [0, "written"],
      [1, "sent"],
    ]);
  });
  test("a ledger that changed twice has changed twice: a page that looks knows to load again", () => {
    const twice = after({ type: "ledger", tag: "KL-03" }, { type: "ledger", tag: "KL-03" });
    expect(twice.ledgers.get("KL-03")).toBe(2);
    expect(twice.ledgers.get("KL-04")).toBeUndefined();
  });
  test("the state before stays as it was, so that a page that draws it is not changed under its hands", () => {
    const before = after({ type: "connection", view: drive("a") }, step(0, "sent"));
    const copy = structuredClone(before);
    for (const message of [
      { type: "connection-gone", id: "a" },
      step(0, "written"),
      { type: "job", view: job(7, false) },
      { type: "ledger", tag: "KL-03" },
    ] as LiveEvent[])
      take(before, message);
    expect(before).toEqual(copy);
  });
});
