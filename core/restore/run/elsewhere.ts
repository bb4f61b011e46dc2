import type { Definition } from "@/core/definition";
import { factorySpeech, speechOf } from "@/core/link";
import type { Elsewhere, Run } from "./needs";

/** Has the drive looked for where the values that were written to it put it; what was sent and not answered may hold as well. */
export function expectAsWritten({ drive, steps }: Pick<Run, "drive" | "steps">): void {
  const sent = new Map(
    steps.filter(({ state }) => state !== "planned" && state !== "refused").map(({ code, to }) => [code, to]),
  );
  const { definition } = drive;
  const address = definition.addressCode === undefined ? undefined : sent.get(definition.addressCode);
  drive.expectAlsoAt({
    ...(address === undefined ? {} : { unit: Number(address) }),
    speech: speechOf(definition, sent),
  });
}

/** Where a drive of a family answers with its factory values. */
export function factoryPlace(definition: Definition): Elsewhere {
  const { addressCode, byCode } = definition;
  const address = addressCode === undefined ? undefined : byCode.get(addressCode)?.rawDefault;
  return {
    ...(address === undefined ? {} : { unit: Number(address) }),
    speech: factorySpeech(definition),
  };
}
