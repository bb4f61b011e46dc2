import type { ReadingView } from "@/core/contract";
import { GroupStrip } from "@/ui/group-strip";
import { duration } from "@/ui/when";

/** A reading under way: one strip for the whole, how many, how long still. */
export function Reading({ reading }: { reading: ReadingView }) {
  const read = reading.groups.reduce((sum, each) => sum + each.read, 0);
  const refused = reading.groups.reduce((sum, each) => sum + each.refused, 0);
  const total = reading.groups.reduce((sum, each) => sum + each.count, 0);
  const now = reading.groups.find((each) => each.read + each.refused < each.count);
  return (
    <div>
      <GroupStrip
        label="Reading the drive"
        cells={reading.groups.map((each) => ({
          id: each.id,
          title: each.title,
          count: each.count,
          done: each.read + each.refused,
          refused: each.refused,
        }))}
      />
      <p className="text-[14px] mt-1" role="status">
        {reading.phase === "waiting" && "The drive is lost; the reading goes on by itself when it is back. "}
        {reading.phase === "stopped" && "Stopped. "}
        {read} of {total} parameters{refused > 0 && `, ${refused} not there`}
        {reading.phase === "reading" && now && `, now ${now.title}`}
        {reading.phase === "reading" && reading.msLeft !== undefined && `, ${duration(reading.msLeft)} left`}
      </p>
    </div>
  );
}
