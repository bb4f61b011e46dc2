import type { DraftChangeView } from "@/core/contract";
import type { Plan } from "@/core/restore";
import type { Parameter } from "@/core/value";
import { line } from "@/features/restore/parameter";
import { Button } from "@/ui/button";
import { Empty } from "@/ui/notice";

/** When a value takes effect and what it needs, where that is not at once and nothing. */
export function EffectWords({ parameter }: { parameter: Parameter | undefined }) {
  const words = [
    parameter?.effect === "stopped-only" && "Taken only while the motor stands.",
    parameter?.effect === "after-restart" && "Takes effect after a restart of the drive.",
    parameter !== undefined &&
      parameter.passwordLevel > 0 &&
      `Taken only at password level ${parameter.passwordLevel}.`,
  ].filter(Boolean);
  return words.length === 0 ? null : <span className="block text-soft text-[13px]">{words.join(" ")}</span>;
}

/** What is wished and not in the drive yet, in the order in which it would be written; with why, by whom. */
export function Wished({
  plan,
  begun,
  changes,
  byCode,
  onTakeBack,
}: {
  plan: Plan | undefined;
  /** Something was sent already: how it is done need not be told any more. */
  begun: boolean;
  changes: readonly DraftChangeView[];
  byCode: ReadonlyMap<string, Parameter>;
  /** Has a value as the drive holds it; absent where one may not. */
  onTakeBack: ((code: string) => void) | undefined;
}) {
  const writes = plan?.writes ?? [];
  if (writes.length === 0 && begun)
    return <p className="px-5 py-3 text-soft text-[15px]">Nothing waits to be written.</p>;
  if (writes.length === 0)
    return (
      <Empty title="Nothing waits to be written.">
        Choose a row of the sheet and press Enter, or type at its foot. It stands here first; the drive gets
        it when you say so.
      </Empty>
    );
  const said = new Map(changes.map((each) => [each.code, each]));
  return (
    <ol aria-label="To be written">
      {writes.map(({ code, from, to, caution }) => {
        const parameter = byCode.get(code);
        const change = said.get(code);
        return (
          <li key={code} className="px-5 py-2 border-b border-hairline text-[14px]">
            <p>
              <span className="font-mono">{code}</span> {parameter?.name}
            </p>
            <p className="font-mono">
              <span className="bg-teal-ground px-1.5 rounded-[3px]">{line(parameter, from)}</span>{" "}
              <span aria-label="becomes">→</span>{" "}
              <ins className="text-graphite decoration-dashed underline underline-offset-4">
                {line(parameter, to)}
              </ins>
            </p>
            {change?.reason && <p>{change.reason}</p>}
            {caution && <p className="text-ochre">On purpose: {caution}</p>}
            <EffectWords parameter={parameter} />
            <p className="text-soft flex items-center gap-2">
              <span className="flex-1">{change?.byName ?? "As before"}</span>
              {onTakeBack && (
                <Button
                  rank="quiet"
                  className="!min-h-8 !text-[14px] pointer-coarse:!min-h-11"
                  onClick={() => onTakeBack(code)}
                >
                  Leave it as it is
                </Button>
              )}
            </p>
          </li>
        );
      })}
    </ol>
  );
}
