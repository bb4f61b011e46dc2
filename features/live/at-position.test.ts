import { expect, test } from "@jest/globals";
import type { ConnectionView } from "@/core/contract";
import { asHeard, connectionAt, hereAt, howItStands } from "./at-position";

const view = (id: string, tag: string | undefined, phase: ConnectionView["phase"]) =>
  [id, { id, phase, position: tag && { tag, title: "" } } as ConnectionView] as const;

test("of two drives at a position the one that answers is meant, whichever came first; without one, the one that is lost", () => {
  const lost = view("a", "KL-04", "lost");
  const there = view("b", "KL-04", "connected");
  const other = view("c", "KL-05", "connected");
  const nowhere = view("d", undefined, "connected");
  expect(connectionAt(new Map([lost, there, other]), "KL-04")?.id).toBe("b");
  expect(connectionAt(new Map([there, lost]), "KL-04")?.id).toBe("b");
  expect(connectionAt(new Map([nowhere, lost]), "KL-04")?.id).toBe("a");
  expect(connectionAt(new Map([nowhere, other]), "KL-04")).toBeUndefined();
  expect(hereAt({ connections: new Map([lost, there]), online: true }, "KL-04")?.id).toBe("b");
  expect(hereAt({ connections: new Map([lost]), online: true }, "KL-04")).toBeUndefined();
  expect(hereAt({ connections: new Map([there]), online: false }, "KL-04")).toBeUndefined();
});

test("only a drive that answers is here, and only as long as the program is heard", () => {
  const phases = ["connecting", "connected", "lost", "other-drive", "failed"] as const;
  const here = phases.map((phase) => howItStands({ phase }, true).here);
  expect(here).toEqual([false, true, false, false, false]);
  expect(phases.some((phase) => howItStands({ phase }, false).here)).toBe(false);
  expect(howItStands({ phase: "lost" }, true).words).toBe("its connection is lost");
});

test("what a drive does is not known while the program is not heard; of one that was lost before it is known as it was", () => {
  const [, there] = view("a", "KL-04", "connected");
  const [, lost] = view("b", "KL-04", "lost");
  expect(asHeard(there, true)).toBe(there);
  expect(asHeard(there, false)).toEqual({ ...there, phase: "connecting" });
  expect(asHeard(lost, false)).toBe(lost);
});
