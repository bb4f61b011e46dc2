import type { SetsInUse as Facts } from "@/core/set";
import { NotTold } from "@/ui/not-told";

/** Which set runs and what selects it, apart from the one whose values are looked at or changed. */
export function SetsInUse({ sets }: { sets: Facts }) {
  const { running, count, selectedBy, howChosen } = sets;
  return (
    <p className="text-[15px]">
      {running === undefined ? (
        <NotTold>Which of its {count} sets runs is</NotTold>
      ) : (
        <>
          <strong>Set {running}</strong> of {count} ran when it was read.
        </>
      )}{" "}
      <span className="text-soft">
        {selectedBy.length > 0
          ? `Selected by ${selectedBy.map((each) => `${each.code} ${each.name}: ${each.value}`).join("; ")}.`
          : howChosen}{" "}
        A value of another set changes nothing until that one is selected.
      </span>
    </p>
  );
}
