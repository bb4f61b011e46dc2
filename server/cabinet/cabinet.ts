import type { StandInView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { Plant } from "@/core/plant";
import type { Practice } from "@/server/practice";
import { settings } from "@/server/settings";

/** Whether a plant has stand-ins that one can do things at: the practice plant, and every one of the demo. */
export function hasCabinet(plant: Pick<Plant, "practice"> | undefined): boolean {
  return plant?.practice === true || isDemo();
}

/** Whether this is the demo. */
export function isDemo(): boolean {
  return settings().cabinetUrl !== undefined;
}

/** What stands in the stand-ins' cabinets of a plant. */
export async function cabinetViews(practice: Practice, plant: Plant): Promise<Result<StandInView[]>> {
  return plant.practice ? (await practice.standIns()).views() : call("GET");
}

/** Does what a person does at a cabinet: power, key, cable, motor, another drive. The stand-ins check the request. */
export async function actAtCabinet(
  practice: Practice,
  plant: Plant,
  act: Record<string, unknown>,
): Promise<Result<StandInView[]>> {
  return plant.practice ? (await practice.standIns()).act(act) : call("POST", act);
}

async function call(method: string, body?: unknown): Promise<Result<StandInView[]>> {
  const url = settings().cabinetUrl;
  if (!url)
    return bad({
      kind: "not-found",
      text: "There are no stand-ins here.",
      remedy: "They belong to the practice plant, and to the demo.",
    });
  try {
    const response = await fetch(url, {
      method,
      body: body === undefined ? undefined : JSON.stringify(body),
      cache: "no-store",
    });
    const answer = (await response.json()) as StandInView[] | { error: string };
    if (Array.isArray(answer)) return good(answer);
    return bad({ kind: "bad-request", text: answer.error, remedy: "Correct it and try again." });
  } catch {
    return bad({
      kind: "lost",
      text: "The stand-ins do not answer.",
      remedy: "Start the demo again: npm run demo.",
    });
  }
}
