import { good, type Result } from "@/core/drive";
import { addSymptom, diagnose, KnockTimeout, noSymptoms, type Advice, type LinkSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import { IMPORTANCE } from "@/server/link";
import type { DefinitionShelf } from "@/server/definitions";
import type { LinkPool } from "./link-pool";

/** What came of trying a link out. */
export interface LinkTest {
  answered: boolean;
  /** How long the answer, or the waiting for it, took. */
  ms: number;
  /** What to check, when nothing came of it. */
  advice: Advice[];
}

/** Opens a link and asks one address whether somebody is there; nothing else is asked, and nothing is connected. */
export async function testLink(
  parts: { links: LinkPool; shelf: DefinitionShelf; clock: Clock },
  settings: LinkSettings,
  unit: number,
): Promise<Result<LinkTest>> {
  const taken = parts.links.take(settings, "a test");
  if (!taken.ok) return taken;
  try {
    const symptoms = noSymptoms(settings.kind);
    const startedAt = parts.clock.now();
    const outcome = await taken.value.knock(
      unit,
      new KnockTimeout(settings, parts.shelf.all).next(true),
      IMPORTANCE.reading,
    );
    addSymptom(symptoms, unit, outcome);
    return good({
      answered: symptoms.answered > 0,
      ms: Math.round(parts.clock.now() - startedAt),
      advice: diagnose(symptoms),
    });
  } finally {
    parts.links.drop(settings);
  }
}
