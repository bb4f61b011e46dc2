"use client";
import { useState } from "react";
import type { Parts, Scope } from "@/core/definition";
import { countOf } from "@/core/definition/parts";
import { counted } from "@/core/words";
import { Button } from "@/ui/button";

interface Props {
  parts: Parts;
  verb: string;
  /** Undefined while it cannot be done. */
  onChoose: ((scope: Scope) => void) | undefined;
  /** Something else that can be done with a part. */
  other: { verb: string; onChoose: (scope: Scope) => void };
}

/** Which part of a drive is meant: axes, parameter sets, groups, with or without what its options hold. */
export function PartForm({ parts, verb, onChoose, other }: Props) {
  const [axes, setAxes] = useState<number[]>([]);
  const [sets, setSets] = useState<number[]>([]);
  const [groups, setGroups] = useState<string[]>([]);
  const [options, setOptions] = useState(true);
  const scope: Scope = {
    axes: axes.length > 0 ? axes : undefined,
    sets: sets.length > 0 ? sets : undefined,
    groups: groups.length > 0 ? groups : undefined,
    options: options ? undefined : false,
  };
  const whole = countOf(parts, {});
  const count = countOf(parts, scope);
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        onChoose?.(scope);
      }}
    >
      <p className="text-soft">
        What is not chosen is not narrowed. A record of a part says that it is partial wherever it is shown,
        and what is missing in it.
      </p>
      {parts.axes.length > 0 && (
        <Several
          legend="Axes"
          all={[0, ...parts.axes]}
          chosen={axes}
          words={(axis) => (axis === 0 ? "the rack as a whole" : `axis ${axis}`)}
          onChosen={setAxes}
        />
      )}
      {parts.sets.length > 0 && (
        <Several
          legend="Parameter sets"
          all={[0, ...parts.sets]}
          chosen={sets}
          words={(set) => (set === 0 ? "what no set holds" : `set ${set}`)}
          onChosen={setSets}
        />
      )}
      <Several
        legend="Groups"
        all={parts.groups.map((each) => each.id)}
        chosen={groups}
        words={(id) => parts.groups.find((each) => each.id === id)!.title}
        onChosen={setGroups}
      />
      {parts.options && (
        <label className="flex items-center gap-2 min-h-8">
          <input
            type="checkbox"
            className="size-5"
            checked={!options}
            onChange={(event) => setOptions(!event.target.checked)}
          />
          Without what its option modules hold of their own
        </label>
      )}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" rank="primary" disabled={!onChoose || count === 0 || count === whole}>
          {count === whole ? "Choose a part first" : `${verb} ${count} of ${counted(whole, "parameter")}`}
        </Button>
        {count !== whole && (
          <Button disabled={count === 0} onClick={() => other.onChoose(scope)}>
            {other.verb} {counted(count, "parameter")}
          </Button>
        )}
      </div>
    </form>
  );
}

interface SeveralProps<T> {
  legend: string;
  all: T[];
  chosen: T[];
  words: (each: T) => string;
  onChosen: (chosen: T[]) => void;
}

function Several<T extends string | number>({ legend, all, chosen, words, onChosen }: SeveralProps<T>) {
  return (
    <fieldset>
      <legend className="text-sm text-soft mb-1">{legend}</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {all.map((each) => (
          <label key={each} className="flex items-center gap-2 min-h-8 pointer-coarse:min-h-11">
            <input
              type="checkbox"
              className="size-5"
              checked={chosen.includes(each)}
              onChange={(event) =>
                onChosen(event.target.checked ? [...chosen, each] : chosen.filter((one) => one !== each))
              }
            />
            {words(each)}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
