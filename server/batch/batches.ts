import type { BatchMember, BatchView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import type { Looked } from "@/core/restore";
import { valuesByCode } from "@/core/set";
import { inBackground } from "@/server/background";
import { faultTrouble } from "@/server/fault";
import { loadSet, recordByNumber } from "@/server/ledger";
import type { Person } from "@/server/people";
import { readOne, writeOne, type Parts } from "./one-drive";
import { batchRow, insertBatch, membersOf, noteMember, type BatchRequest, type MemberRow } from "./rows";

/** What a person confirms of one drive of a batch: exactly the plan that was shown, and what was looked at there. */
export interface MemberConfirmed {
  restore: number;
  seal: string;
  looked: readonly Looked[];
}

/** What is done with one drive; in words why it is trouble, or undefined. */
type Work = (member: MemberRow, signal: AbortSignal) => Promise<string | undefined>;

const NO_SUCH = bad<never>({
  kind: "not-found",
  text: "There is no such batch.",
  remedy: "Look at the list of them.",
});

/**
 * Several restores in one go. Each is a restore of its own, with its record of before, its checks, its plan and its receipt; here is only which of them belong together, and that they are
 * taken one after the other on a link, links side by side. Nothing of it has to be remembered: after a restart of the program each restore says how it stands.
 */
export class Batches {
  private readonly running = new Map<number, { stop: AbortController; doing: "reading" | "writing" }>();

  constructor(private readonly parts: Parts) {}

  /** Begins: connects each drive over its noted way, reads it, and works out its plan. Writes nothing. */
  async begin(person: Person, plantId: number, request: BatchRequest): Promise<Result<number>> {
    const id = await insertBatch(this.parts.db, person, plantId, request, this.parts.now());
    if (id.ok) await this.read(person, plantId, id.value);
    return id;
  }

  /** Connects and reads what was not yet: those that met trouble, or whose restore was ended before it was done; a reading that was broken off goes on. */
  async read(person: Person, plantId: number, id: number): Promise<Result<undefined>> {
    const { db, restores } = this.parts;
    const row = await batchRow(db, plantId, id);
    if (!row) return NO_SUCH;
    const members: MemberRow[] = [];
    for (const member of await membersOf(db, id)) {
      const job = member.jobId === null ? undefined : await restores.shown.detail(member.jobId, plantId);
      const begunAnew = !job || (!job.open && job.place.over !== "done");
      if (begunAnew || (job.place.stage === "read-before" && job.place.waitsFor === "person"))
        members.push(begunAnew ? { ...member, jobId: null } : member);
    }
    if (members.length === 0) return good(undefined);
    return this.launch(plantId, id, "reading", members, "go-on", (member, signal) =>
      readOne({ parts: this.parts, person, plantId, id }, member, row.batch.recordId, signal),
    );
  }

  /** Writes the plans that were seen, each as its seal says. What a person has not confirmed stays as it is. */
  async write(
    person: Person,
    plantId: number,
    id: number,
    { members, deadVoltage }: { members: readonly MemberConfirmed[]; deadVoltage?: string },
  ): Promise<Result<undefined>> {
    const { db, restores } = this.parts;
    const row = await batchRow(db, plantId, id);
    if (!row) return NO_SUCH;
    const meant = (await membersOf(db, id)).filter((each) =>
      members.some((one) => one.restore === each.jobId),
    );
    if (meant.length === 0)
      return bad({
        kind: "not-now",
        text: "None of these restores is of this batch.",
        remedy: "Load the page again.",
      });
    return this.launch(plantId, id, "writing", meant, row.batch.onTrouble, (member, signal) => {
      const { restore, seal, looked } = members.find((each) => each.restore === member.jobId)!;
      return writeOne(restores, person, restore, { seal, looked, deadVoltage }, signal);
    });
  }

  /** Stops between two exchanges with each drive in hand; what was not begun stays as it is. */
  stop(id: number): void {
    this.running.get(id)?.stop.abort();
  }

  /** Everything a batch's page shows; undefined when the plant has none such. */
  async view(plantId: number, id: number): Promise<BatchView | undefined> {
    const { db, restores } = this.parts;
    const row = await batchRow(db, plantId, id);
    if (!row) return undefined;
    const rows = await membersOf(db, id);
    const members = await Promise.all(
      rows.map(async ({ tag, title, link, said, jobId }): Promise<BatchMember> => {
        const detail = jobId === null ? undefined : await restores.shown.detail(jobId, plantId);
        if (!detail) return { tag, title, link: link ?? undefined, said };
        const { steps: _steps, ...restore } = detail;
        return { tag, title, link: link ?? undefined, said, restore };
      }),
    );
    // While something is done by itself nobody looks through the plans yet.
    if (row.record === null && !this.running.has(id)) await this.addHeld(rows, members);
    return {
      id,
      byName: row.batch.byName,
      at: row.batch.at.getTime(),
      onTrouble: row.batch.onTrouble,
      source: row.tag !== null && row.record !== null ? { tag: row.tag, record: row.record } : undefined,
      doing: this.running.get(id)?.doing,
      members,
    };
  }

  /** Where each gets its own record: says of the codes that others write what those hold that need not be written. */
  private async addHeld(rows: readonly MemberRow[], members: BatchMember[]): Promise<void> {
    const planned = members.flatMap((each) => each.restore?.plan ?? []);
    const codes = new Set(planned.flatMap((plan) => plan.writes.map((each) => each.code)));
    for (const [i, member] of members.entries()) {
      const { recordNumber, plan } = member.restore ?? {};
      if (!plan || recordNumber === undefined) continue;
      const record = await recordByNumber(this.parts.db, rows[i]!.positionId, recordNumber);
      if (!record) continue;
      const recorded = valuesByCode(await loadSet(this.parts.db, record));
      const otherwise = new Set([...plan.writes, ...plan.leftOut].map((each) => each.code));
      const held = [...codes].filter((code) => !otherwise.has(code) && recorded.has(code));
      member.holds = Object.fromEntries(held.map((code) => [code, recorded.get(code)!]));
    }
  }

  /**
   * Takes drives one after the other on each link, links side by side. With `onTrouble` "stop" the first trouble leaves those that were not begun as they are; a drive at work on another
   * link is finished all the same: a half-written one would be worse.
   */
  private launch(
    plantId: number,
    id: number,
    doing: "reading" | "writing",
    members: readonly MemberRow[],
    onTrouble: "stop" | "go-on",
    work: Work,
  ): Result<undefined> {
    if (this.running.has(id))
      return bad({ kind: "busy", text: "This batch is under way.", remedy: "Follow it, or stop it first." });
    const stop = new AbortController();
    this.running.set(id, { stop, doing });
    let troubled = false;
    const along = async (some: readonly MemberRow[]): Promise<void> => {
      for (const member of some) {
        if (stop.signal.aborted || (troubled && onTrouble === "stop")) return;
        await this.tell(plantId, id, member, "");
        const said = await work(member, stop.signal).catch((error: unknown) => {
          const { text, remedy } = faultTrouble(error, "restoring", "Open it, and go on there.");
          return `${text} ${remedy}`;
        });
        if (said === undefined) continue;
        await this.tell(plantId, id, member, said);
        troubled = true;
      }
    };
    void inBackground(`batch ${id}`, () => Promise.all([...byLink(members).values()].map(along))).finally(
      () => {
        this.running.delete(id);
        for (const { tag } of members) this.parts.events.publish(plantId, { type: "ledger", tag });
      },
    );
    return good(undefined);
  }

  private async tell(plantId: number, id: number, { positionId, tag }: MemberRow, said: string) {
    await noteMember(this.parts.db, id, positionId, { said });
    this.parts.events.publish(plantId, { type: "ledger", tag });
  }
}

/** Drives by their link: on one, one after the other. Those without a way wait for nobody. */
function byLink(members: readonly MemberRow[]): Map<string, MemberRow[]> {
  const groups = new Map<string, MemberRow[]>();
  for (const member of members) {
    const key = member.linkId === null ? member.tag : String(member.linkId);
    groups.set(key, [...(groups.get(key) ?? []), member]);
  }
  return groups;
}
