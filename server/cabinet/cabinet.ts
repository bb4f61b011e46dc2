import type { StandInView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { settings } from "@/server/settings";

/** Whether this is the demo, with stand-ins one can do things at. */
export function hasCabinet(): boolean {
  return settings().cabinetUrl !== undefined;
}

/** What stands in the stand-ins' cabinets. */
export function cabinetViews(): Promise<Result<StandInView[]>> {
  return call("GET");
}

/** Does what a person does at a cabinet: power, key, cable, motor, another drive. The stand-ins check the request. */
export function actAtCabinet(act: Record<string, unknown>): Promise<Result<StandInView[]>> {
  return call("POST", act);
}

async function call(method: string, body?: unknown): Promise<Result<StandInView[]>> {
  const url = settings().cabinetUrl;
  if (!url)
    return bad({
      kind: "not-found",
      text: "There are no stand-ins here.",
      remedy: "They belong to the demo: npm run demo.",
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
