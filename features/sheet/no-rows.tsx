import { factsOf, type SheetData } from "@/core/sheet";
import { counted } from "@/core/words";
import { Empty } from "@/ui/notice";

/** What stands where no row does: none differs, of none it is known, or none fits what is looked for. */
export function NoRows({ data, onlyDifferences }: { data: SheetData; onlyDifferences: boolean }) {
  const { differs, untold } = factsOf(data);
  const noneDiffers = onlyDifferences && differs === 0;
  return (
    <Empty title={titleOf(noneDiffers, untold)}>
      {onlyDifferences &&
        untold > 0 &&
        `Of ${counted(untold, "row")} it is not told whether they differ: one column has no value for them. `}
      {noneDiffers
        ? "Show all rows to read what they hold."
        : "Take something away from the search, or show all rows."}
    </Empty>
  );
}

function titleOf(noneDiffers: boolean, untold: number): string {
  if (!noneDiffers) return "No row fits.";
  return untold > 0 ? "No row is known to differ." : "No row differs.";
}
