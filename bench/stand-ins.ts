import { spawn } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { PlantPlan } from "@/simulator/plant";

/** Where what hands do at them is asked for. */
export const CONTROL_PORT = "15989";

/** Stand-in drives in a process of their own, as in the plant: what they cost is not counted among what reading costs. */
export async function standIns(plan: PlantPlan): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), "calm-ledger-bench-"));
  writeFileSync(join(folder, "plan.json"), JSON.stringify(plan));
  const child = spawn(
    "node",
    ["--import", "tsx", "simulator/main.ts", join(folder, "plan.json"), CONTROL_PORT],
    { stdio: ["ignore", "pipe", "inherit"] },
  );
  // A benchmark that fails leaves nobody behind whom the next one meets on its ports.
  process.once("exit", () => child.kill("SIGKILL"));
  await new Promise<void>((resolve, reject) => {
    child.stdout.on("data", (chunk: Buffer) => {
      if (String(chunk).includes("ready")) resolve();
    });
    child.on("exit", (status) => reject(new Error(`The stand-ins ended with ${status}.`)));
  });
  return async () => {
    child.removeAllListeners("exit");
    const gone = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGKILL");
    await gone;
    rmSync(folder, { recursive: true, force: true });
  };
}
