import type { Definition } from "@/core/definition";
import { veiled, type RawValue } from "@/core/value";
import type { Operation } from "./operation";
import type { ParameterResult } from "./verify";

/** What a receipt tells of how its operation came out. */
export interface CameOut {
  kind: Operation;
  results: ReadonlyArray<Pick<ParameterResult, "code" | "to" | "verdict">>;
  /** `to`: as the record has it. */
  leftOut?: ReadonlyArray<{ code: string; to?: RawValue }>;
}

/**
 * What was opened at the drive for writing and only hands can close again, and locks and passwords that are not known to be as recorded: a line each, to be ticked before the machine is handed back. None where nothing was written, after a
 * power-off (which needs no permission, and takes one away), or where the definition is not here any more.
 */
export function closingLines(cameOut: CameOut, definition: Definition | undefined): string[] {
  const { kind, results } = cameOut;
  if (!definition || results.length === 0 || kind === "power-off") return [];
  const ofRestore =
    kind === "restore" ? [...ofLocks(cameOut, definition), ...ofPasswords(cameOut, definition)] : [];
  return [...ofPermission(definition), ...ofRestore];
}

/** A permission that was given over the link ends by itself. */
function ofPermission({ file: { permission } }: Definition): string[] {
  if (permission?.by !== "keypad") return [];
  return [
    permission.ends === "power-off"
      ? "Closed again at the drive: writing from the line (at the keypad, or by a power-off)"
      : "Closed again at the drive: writing from the line (at the keypad)",
  ];
}

/** A lock that was closed in the record and is not proved to be so now, or was left out. */
function ofLocks({ results, leftOut = [] }: CameOut, { file, byCode }: Definition): string[] {
  return (file.locks ?? []).flatMap(({ code, open }) => {
    const title = `${byCode.get(code)?.name ?? "Lock"} (${code})`;
    if (leftOut.some((each) => each.code === code && each.to !== open))
      return [`Locked by hand as recorded, since it was left out: ${title}`];
    const result = results.find((each) => each.code === code);
    return result && result.to !== open && result.verdict !== "verified"
      ? [`Locked again by hand: ${title}`]
      : [];
  });
}

/** A password is never written from here: an access level that one closed is open on the replacement until somebody sets it again, and the other way round. */
function ofPasswords({ leftOut = [] }: CameOut, { byCode }: Definition): string[] {
  return leftOut.flatMap(({ code, to }) => {
    const parameter = byCode.get(code);
    if (parameter?.kind !== "secret" || to === undefined) return [];
    const title = `${parameter.name} (${code})`;
    return isNotSet(veiled(parameter, to))
      ? [`Cleared at the keypad, or known to whoever needs it, since the recorded drive had none: ${title}`]
      : [`Set again at the keypad, as it was on the recorded drive: ${title}`];
  });
}

const isNotSet = (raw: RawValue): boolean => raw === 0 || raw === "";
