import { OPERATION_WORDS } from "@/core/restore";
import { counted } from "@/core/words";
import { day, SEVERITY, type Reason, type ReadinessFacts, type Thresholds, type Verdict } from "./facts";

export interface Readiness {
  verdict: Verdict;
  /** The gravest first. Empty for a position that is ready. */
  reasons: Reason[];
}

/**
 * Whether the drive of a position could be replaced tonight, by what the ledger knows (needs H1). "no" where something is missing without which nothing can be
 * restored, "with-care" where a person has to know something or find it out; what nobody told is never "ready".
 */
export function readinessOf(facts: ReadinessFacts, thresholds: Thresholds): Readiness {
  const reasons = [
    ...definitionReasons(facts),
    ...recordReasons(facts, thresholds),
    ...driveReasons(facts),
    ...spareReasons(facts, thresholds),
  ].sort((a, b) => SEVERITY.indexOf(a.severity) - SEVERITY.indexOf(b.severity));
  const [gravest] = reasons;
  if (gravest === undefined) return { verdict: "ready", reasons };
  return { verdict: gravest.severity === "missing" ? "no" : "with-care", reasons };
}

function definitionReasons({ definition }: ReadinessFacts): Reason[] {
  if (definition === "here") return [];
  return [
    {
      code: "no-definition",
      severity: "missing",
      text: "No definition of its family is here: its records cannot be read or restored.",
      next: { text: "Import the definition", do: "import" },
    },
  ];
}

function recordReasons(facts: ReadinessFacts, { oldAfterDays }: Thresholds): Reason[] {
  const { newest, standing, now } = facts;
  if (!newest)
    return [
      {
        code: "no-record",
        severity: "missing",
        text: "Nothing was ever recorded here.",
        next: { text: "Connect and record it", do: "connect" },
      },
    ];
  if (!standing)
    return [
      {
        code: "no-standing",
        severity: "missing",
        text: "Nobody has said which record to restore from.",
        next: { text: `Look at record ${newest.number}, then raise it`, do: "raise", record: newest.number },
      },
    ];
  const reasons: Reason[] = [];
  if (standing.missing > 0)
    reasons.push({
      code: "partial",
      severity: "missing",
      text: `The standing record ${standing.number} is partial: ${counted(standing.missing, "parameter is", "parameters are")} missing.`,
      next: { text: "Record it completely", do: "connect" },
    });
  if (newest.notRead)
    reasons.push({
      code: "not-read",
      severity: "care",
      text: `The standing record ${standing.number} was not read from the drive: it is from a file, or was entered from a draft, and was never compared with it.`,
      next: { text: "Connect and compare", do: "connect" },
    });
  const another = newest.number !== standing.number && !newest.notRead && !newest.asStanding;
  if (another && newest.partial)
    reasons.push({
      code: "newest-partial",
      severity: "care",
      text: `Record ${newest.number} is partial: whether the drive is as the standing record ${standing.number} is not told.`,
      next: { text: "Connect and read it through", do: "connect" },
    });
  else if (another)
    reasons.push({
      code: "drifted",
      severity: "care",
      text: standing.notRead
        ? `Record ${newest.number}, read from the drive, differs from the standing record ${standing.number}, which the drive never had.`
        : `Record ${newest.number}, read from the drive since, differs from the standing record ${standing.number}.`,
      next: { text: "Compare the two", do: "compare", record: newest.number, with: standing.number },
    });
  if (newest.volatile === true)
    reasons.push({
      code: "volatile",
      severity: "care",
      text: "When it was read last, some of its values were not permanent: they are gone at a power-off.",
      next: { text: "Connect and make them permanent", do: "connect" },
    });
  else if (newest.volatile === undefined && !newest.notRead)
    reasons.push({
      code: "volatile-not-told",
      severity: "care",
      text: "Whether its values are permanent is not told: some may be gone at a power-off.",
      next: { text: "Connect, make permanent and record", do: "connect" },
    });
  // A drive that was never read is said to be just that, above.
  if (newest.notRead && facts.seenAt === undefined) return reasons;
  const age = day(now) - day(facts.seenAt ?? newest.at);
  if (age > oldAfterDays)
    reasons.push({
      code: "old",
      severity: "care",
      text: `Nobody has read it for ${age} days.`,
      next: { text: "Connect and look whether it is as recorded", do: "connect" },
    });
  return reasons;
}

function driveReasons(facts: ReadinessFacts): Reason[] {
  const { standing, fitted, openRestore, endedHalfway, unconfirmedSafety } = facts;
  const reasons: Reason[] = [];
  if (openRestore)
    reasons.push({
      code: "open-restore",
      severity: openRestore.begun ? "missing" : "care",
      text: openWords(openRestore),
      next: { text: "Go on with it, or end it", do: "restore", restore: openRestore.id },
    });
  // Of one that is open now that is said already.
  if (endedHalfway && openRestore?.begun !== true)
    reasons.push({
      code: "ended-halfway",
      severity: "care",
      text: halfwayWords(endedHalfway),
      next: { text: "Connect, and restore it or record it", do: "connect", receipt: endedHalfway.receipt },
    });
  if (standing && !fitted)
    reasons.push({
      code: "no-drive",
      severity: "care",
      text: "The ledger has no drive fitted here: the last one was taken out.",
      next: { text: "Connect what is there now", do: "connect" },
    });
  else if (standing && (fitted!.rating === undefined || standing.rating === undefined))
    reasons.push({
      code: "rating-not-told",
      severity: "care",
      text: "The rating of its drive, or of the one that was recorded, is not told: read it from the plates.",
      next: { text: "Look at the records", do: "look" },
    });
  else if (standing && standing.rating !== fitted!.rating)
    reasons.push({
      code: "other-rating",
      severity: "care",
      text: `A drive of another rating is fitted than the standing record ${standing.number} was read from.`,
      next: { text: "Look at the records", do: "look" },
    });
  if (standing && fitted?.really) {
    const { definitionId, rating, ratingName, firmware } = fitted.really;
    reasons.push({
      code: "imitates",
      severity: "care",
      text: `It runs on a ${ratingName} that imitates its predecessor: a spare has to be switched over first.`,
      next: {
        text: "Carry the record over to its own list",
        do: "carry-over",
        record: standing.number,
        definition: definitionId,
        rating,
        firmware,
      },
    });
  }
  if (standing?.programNotKept)
    reasons.push({
      code: "no-program-file",
      severity: "care",
      text: "Its drive has a program of its own, and no file of it is kept: the values alone will not make the machine run.",
      next: { text: "Read it back, or add its file", do: "look" },
    });
  if (unconfirmedSafety !== undefined)
    reasons.push({
      code: "safety",
      severity: "care",
      text: "Its safe functions were not confirmed after the last restore.",
      next: { text: "Open the receipt", do: "receipt", receipt: unconfirmedSafety },
    });
  return reasons;
}

function spareReasons({ standing, spares, staleSpare }: ReadinessFacts, thresholds: Thresholds): Reason[] {
  if (!standing) return [];
  if (staleSpare)
    return [
      {
        code: "stale-spare",
        severity: "care",
        text: `The spare ${staleSpare.serial} was prepared with record ${staleSpare.record}, which stands no more: it would run as before the change.`,
        next: { text: "Prepare it anew", do: "prepare", record: standing.number },
      },
      ...noSpare(spares, thresholds),
    ];
  return noSpare(spares, thresholds);
}

function noSpare(spares: ReadinessFacts["spares"], { spareNeeded }: Thresholds): Reason[] {
  if (!spareNeeded || spares === "equal") return [];
  if (spares === "older")
    return [
      {
        code: "older-spare",
        severity: "care",
        text: "The drives of its rating in store have an older firmware than was recorded: the record would have to be carried over.",
        next: { text: "Look at the drives in store", do: "store" },
      },
    ];
  if (spares === "not-told")
    return [
      {
        code: "spare-not-told",
        severity: "care",
        text: "Whether a drive in store could replace it is not told: its rating is not known.",
        next: { text: "Look at the drives in store", do: "store" },
      },
    ];
  return [
    {
      code: "no-spare",
      severity: "care",
      text: "No drive of its family and rating is in store.",
      next: { text: "Look at the drives in store", do: "store" },
    },
  ];
}

function halfwayWords({ kind, byName }: NonNullable<ReadinessFacts["endedHalfway"]>): string {
  const what = kind === "restore" ? "The last restore" : `"${OPERATION_WORDS[kind].title}"`;
  return `${what} was ended by ${byName} before it was done, and the drive was not recorded since: what it holds is not told.`;
}

function openWords({ kind, begun, byName }: NonNullable<ReadinessFacts["openRestore"]>): string {
  const what = kind === "restore" ? "A restore" : `"${OPERATION_WORDS[kind].title}"`;
  return begun
    ? `${what} was begun by ${byName} and is not finished: what the drive holds is not sure.`
    : `${what} is planned by ${byName} and not begun.`;
}
