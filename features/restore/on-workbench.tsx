"use client";
import { addressOf, files } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";

/** How a drive of the family is fed and reached on a workbench, as its card says it. */
export interface BenchCard {
  bench: string;
  danger: string | undefined;
  cable: string;
  port: string;
}

/** Whether the drive stands in the machine, or lies on the workbench as a spare; asked before it is read, since it decides what the ledger says of it. */
export function OnWorkbench({
  tag,
  spare,
  onSpare,
  card,
  drawings,
}: {
  tag: string;
  spare: boolean;
  onSpare: (spare: boolean) => void;
  card: BenchCard | undefined;
  /** Drawings that are kept with the family. */
  drawings: Array<{ id: number; name: string }>;
}) {
  const { plant } = usePlant();
  const choice = (value: boolean, words: string, more: string) => (
    <label className="flex gap-3 items-start py-1.5">
      <input
        type="radio"
        name="spare"
        className="mt-1.5"
        checked={spare === value}
        onChange={() => onSpare(value)}
      />
      <span>
        {words}
        <span className="block text-soft text-[15px]">{more}</span>
      </span>
    </label>
  );
  return (
    <fieldset className="mt-3">
      <legend className="text-soft text-[15px]">Where it is now</legend>
      {choice(false, `In the machine, at ${tag}`, "The ledger has it fitted there from now on.")}
      {choice(
        true,
        "On the workbench, a spare to be prepared",
        `The ledger keeps the drive that stands at ${tag}; this one counts as prepared for it until another record stands.`,
      )}
      {spare && (
        <ol className="mt-1 ml-6 list-decimal text-[15px] space-y-0.5">
          {card ? (
            <>
              <li>{card.bench}</li>
              {card.danger && <li className="text-vermilion">{card.danger}</li>}
              <li>
                {card.cable} {card.port}
              </li>
              <li>Nothing is at the motor terminals. Read, check and write as below.</li>
            </>
          ) : (
            <li className="text-ochre">
              How it is fed on a workbench is not told: its definition has no card. Look it up in its manual.
            </li>
          )}
          {drawings.length > 0 && (
            <li>
              Its drawing:{" "}
              {drawings.map(({ id, name }) => (
                <a
                  key={id}
                  className="underline underline-offset-4 mr-3"
                  href={addressOf(files.fileContent, {
                    params: { plant, attachment: id },
                    query: { show: true },
                  })}
                >
                  {name}
                </a>
              ))}
            </li>
          )}
          <li>Print its label, and put it where it is found at night.</li>
        </ol>
      )}
    </fieldset>
  );
}
