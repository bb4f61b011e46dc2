import type { JobView, RestoreDetail } from "@/core/contract";
import { countSteps, type Plan } from "@/core/restore";
import { hashText } from "@/core/set";
import { operationOf, type RestoreJob } from "./job-state";

/** A restore as pages see it, without its steps. */
export function jobView(job: RestoreJob, connectionId?: string): JobView {
  const { memory } = job;
  return {
    id: job.id,
    kind: operationOf(memory),
    open: job.open,
    place: memory.place,
    tag: job.tag,
    positionTitle: job.positionTitle,
    spare: memory.spare,
    recordNumber: memory.recordNumber,
    recordLacks: memory.recordLacks,
    recordTag: memory.recordTag,
    byName: job.byName,
    startedAt: job.startedAt.getTime(),
    driveKey: job.driveKey,
    identity: memory.identity,
    connectionId,
    counts: countSteps(job.steps),
    permanent: memory.permanent === "sent" ? "unknown" : memory.permanent,
    reading: job.reading,
    share: job.share,
    beforeRecord: memory.beforeRecord,
    afterRecord: memory.afterRecord,
    receiptId: memory.receiptId,
    verified: memory.verified,
  };
}

/** A restore with everything its page shows. */
export function jobDetail(job: RestoreJob, connection?: { id: string; knownSince: string }): RestoreDetail {
  const { checks, plan, choices } = job.memory;
  return {
    ...jobView(job, connection?.id),
    checks,
    plan,
    seal: plan && planHash(plan),
    choices,
    steps: job.steps,
    change: changeOf(job, connection),
  };
}

/** What a change on the drive has that nothing else has; undefined for everything else, and before it was read. */
function changeOf(
  { memory }: RestoreJob,
  connection: { knownSince: string } | undefined,
): RestoreDetail["change"] {
  const { draft, sent = [], knownSince } = memory;
  return draft === undefined ? undefined : { draft, sent, away: connection?.knownSince !== knownSince };
}

/** Stands for exactly the writes a person saw: when the plan changed meanwhile, it is another one. */
export function planHash(plan: Plan): string {
  if (plan.over) {
    const { definitionId, rating = null, lost, command } = plan.over;
    return hashText(JSON.stringify(["over", definitionId, rating, lost, command?.value ?? null]));
  }
  if (plan.program) {
    const { file, keptAs = null, reason = null, now } = plan.program;
    return hashText(
      JSON.stringify(["program", file?.hash ?? null, keptAs, reason, now.identification ?? null]),
    );
  }
  const writes = plan.writes.map(({ code, from, to }) => [code, from ?? null, to]);
  return hashText(JSON.stringify(plan.untold ? ["untold", writes] : writes));
}
