import { and, eq, notInArray } from "drizzle-orm";
import { likelyUnits, waysOnCable, type LinkSettings } from "@/core/link";
import type { Connection } from "@/server/bench";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { IMPORTANCE, type Links } from "@/server/link";
import { RESULTS } from "./rounds";

const { roundPosition, position } = tables;

interface Parts {
  db: Database;
  shelf: DefinitionShelf;
  links: Links;
}

/** A round that is walked, with the cable of a link. */
interface Walked {
  roundId: number;
  linkId: number;
  settings: LinkSettings;
  stop: AbortController;
}

const SILENCE = new Set(["silence", "gateway-silent"]);

/** Knocks where the next drive is likely to answer: where those left of the round do, where families leave the factory, at lone addresses. */
export async function whoAnswers(
  { db, shelf, links }: Parts,
  walk: Walked,
  lost?: Connection,
): Promise<{ at?: { link: LinkSettings; unit: number }; said: string }> {
  const left = await unitsLeft(db, walk.roundId);
  // While a lost drive is waited for, the port speaks as it does.
  const ways = lost ? [lost.address.link] : waysOnCable(walk.settings, shelf.all);
  let said = "";
  for (const [i, link] of ways.entries())
    for (const unit of likelyUnits(link, shelf.all, left).filter((each) => each !== lost?.unit)) {
      if (walk.stop.signal.aborted) break;
      const knocked = await links.ask("knock", {
        link,
        unit,
        importance: IMPORTANCE.reading,
        quick: true,
      });
      if (!knocked.ok) return { said: `${knocked.trouble.text} ${knocked.trouble.remedy}` };
      if (knocked.value.answered) return { at: { link, unit }, said: "" };
      // Silence is what a cable in the hand says; anything else is worth saying, if it is spoken to as the cable is set.
      const [advice] = knocked.value.advice;
      if (advice && i === 0 && !SILENCE.has(advice.id)) said = `${advice.title} ${advice.means}`;
    }
  return { said };
}

/** Whether a drive that is left of the round answers on the same line as one that is there. */
export async function nextBeside(
  { db, links }: Parts,
  { roundId, linkId, stop }: Walked,
  there: Connection,
): Promise<boolean> {
  const { link } = there.address;
  for (const unit of await unitsLeft(db, roundId, linkId)) {
    if (unit === there.unit || stop.signal.aborted) continue;
    const ask = { link, unit, importance: IMPORTANCE.reading, quick: true };
    const knocked = await links.ask("knock", ask);
    if (!knocked.ok) return false;
    if (knocked.value.answered) return true;
  }
  return false;
}

/** Addresses that drives have which are left of a round; of those on one link alone, where it is named. */
async function unitsLeft(db: Database, roundId: number, linkId?: number): Promise<number[]> {
  const rows = await db
    .selectDistinct({ unit: position.unitAddress })
    .from(roundPosition)
    .innerJoin(position, eq(position.id, roundPosition.positionId))
    .where(
      and(
        eq(roundPosition.roundId, roundId),
        notInArray(roundPosition.state, RESULTS),
        linkId === undefined ? undefined : eq(position.linkId, linkId),
      ),
    )
    .orderBy(position.unitAddress);
  return rows.flatMap((each) => each.unit ?? []);
}
