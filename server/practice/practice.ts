import { and, desc, eq, isNotNull, sql } from "drizzle-orm";
import type { StandInView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { linkKey, type LinkSettings } from "@/core/link";
import { tables, type Database } from "@/server/database";
import { practicePlant } from "./make-plant";
import { placeOf } from "./place-of";
import { readPlan, type PracticePlan } from "./plan";
import { linkOf, StandIns } from "./stand-ins";

const NOT_FROM_HERE: Result<never> = bad({
  kind: "not-now",
  text: "This is the practice plant: from here only its stand-ins are reached.",
  remedy: "Choose one of its positions; or go to a real plant for real drives.",
});
const ONLY_PRACTICE: Result<never> = bad({
  kind: "not-now",
  text: "A stand-in of the practice plant answers there, and no real drive.",
  remedy: "Go to the practice plant to practise with it; or give the address of a real drive.",
});

/** The practice plant's stand-ins, and the wall between them and every real link. */
export class Practice {
  private running: Promise<StandIns> | undefined;
  /** The ways to the stand-ins that run here. */
  private readonly keys = new Set<string>();
  private read: PracticePlan | undefined;

  constructor(private readonly db: Database) {}

  get plan(): PracticePlan {
    return (this.read ??= readPlan());
  }

  /** Whether a link may be opened for a plant: a practice plant's leads to its stand-ins, and no other plant's does. */
  async mayReach(plantId: number, link: LinkSettings): Promise<Result<undefined>> {
    const { plant } = tables;
    const [row] = await this.db.select({ practice: plant.practice }).from(plant).where(eq(plant.id, plantId));
    if (row?.practice) await this.standIns();
    const stands = this.keys.has(linkKey(link));
    if (row?.practice) return stands ? good(undefined) : NOT_FROM_HERE;
    return stands ? ONLY_PRACTICE : good(undefined);
  }

  /** The stand-ins, started when they are first needed; the practice plant's positions are told where they answer then. */
  standIns(): Promise<StandIns> {
    this.running ??= this.begin().catch((error: unknown) => {
      this.running = undefined;
      throw error;
    });
    return this.running;
  }

  async close(): Promise<void> {
    const running = this.running;
    this.running = undefined;
    await (await running?.catch(() => undefined))?.close();
  }

  private async begin(): Promise<StandIns> {
    const plant = await practicePlant(this.db);
    if (!plant) throw new Error("There is no practice plant in this archive.");
    const standIns = new StandIns(this.plan, await this.lastSerials(plant.id), () => {
      this.running = undefined;
      this.keys.clear();
    });
    try {
      const views = await standIns.views();
      if (!views.ok) throw new Error(views.trouble.text);
      await this.noteWays(plant.id, views.value);
      return standIns;
    } catch (error) {
      // Nobody would know of the thread.
      await standIns.close();
      throw error;
    }
  }

  /** Which drive stood at each tag when the stand-ins ended. */
  private async lastSerials(plantId: number): Promise<Map<string, string>> {
    const { exercise } = tables;
    const serials = new Map<string, string>();
    for (const { exercise: kind, tag } of this.plan.standIns) {
      const [last] = await this.db
        .select({ before: exercise.before, after: exercise.after })
        .from(exercise)
        .where(and(eq(exercise.plantId, plantId), eq(exercise.kind, kind), isNotNull(exercise.before)))
        .orderBy(desc(exercise.id))
        .limit(1);
      if (last) serials.set(tag, last.after ?? last.before);
    }
    return serials;
  }

  /** Ports are other ones at every start, perhaps one that another stand-in had: the ledger's links lead to where each answers now. */
  private async noteWays(plantId: number, views: readonly StandInView[]): Promise<void> {
    await this.db.transaction(async (tx) => {
      const { link } = tables;
      await tx
        .update(link)
        .set({ key: sql`'ended ' || ${link.id}` })
        .where(eq(link.plantId, plantId));
      for (const view of views) await this.noteWay(tx, plantId, view);
    });
    for (const view of views) this.keys.add(linkKey(linkOf(view)));
  }

  private async noteWay(tx: Database, plantId: number, view: StandInView): Promise<void> {
    const { link, position } = tables;
    const settings = linkOf(view);
    const key = linkKey(settings);
    const [known] = await tx
      .select({ id: link.id })
      .from(link)
      .where(and(eq(link.plantId, plantId), eq(link.name, view.lineTitle)));
    const [row] = known
      ? await tx.update(link).set({ settings, key }).where(eq(link.id, known.id)).returning({ id: link.id })
      : await tx
          .insert(link)
          .values({ plantId, name: view.lineTitle, key, settings })
          .returning({ id: link.id });
    const at = await placeOf(tx, plantId, view.tag);
    if (at)
      await tx
        .update(position)
        .set({ linkId: row!.id, unitAddress: view.address })
        .where(eq(position.id, at.id));
  }
}
