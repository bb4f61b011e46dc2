import type { Check, Looked } from "@/core/restore";
import type { Confirmed } from "@/server/restore";
import { planHash } from "@/server/restore/view";
import type { TestPlant } from "./plant";

/** What a person at the machine answers where something is asked; what nobody tells and needs a look stays open. */
export function answers(checks: readonly Check[], serial: string): Looked[] {
  return checks.flatMap(({ id, asks, verdict }) => {
    if (verdict !== "not-told" || asks === undefined || asks === "exchanged") return [];
    return [{ id, answer: asks === "serial-end" ? serial.slice(-4) : "Tom Reid" }];
  });
}

/** Looks through a restore as a person would whose drive was exchanged, and gives what is confirmed then. */
export async function lookThrough(
  { app, person }: Pick<TestPlant, "app" | "person">,
  id: number,
): Promise<Confirmed> {
  const detail = (await app.restores.shown.detail(id))!;
  const open = detail.checks.some((each) => each.asks === "exchanged" && each.verdict === "not-told");
  if (open) await app.restores.choose(id, person, { ...detail.choices, exchanged: ["drive"] });
  const { checks, plan, identity } = (await app.restores.shown.detail(id))!;
  return { seal: planHash(plan!), looked: answers(checks, identity.serial) };
}
