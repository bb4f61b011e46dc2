"use client";
import type { ConnectionView } from "@/core/contract";
import { NotTold } from "@/ui/not-told";

/** What is still missing before a connected drive runs, in words: its trip first, then every condition that its status words name, and where to look. */
export function BeforeItRuns({ view, open = false }: { view: ConnectionView; open?: boolean }) {
  const { state } = view;
  // Of a drive that is away, or is read as if it were another, nothing is known.
  if (view.phase !== "connected" || view.fit !== "fits" || !state) return null;
  if (state.running) return null;
  const trips = state.axes
    ? state.axes.flatMap(({ axis, trip }) => (trip ? [{ ...trip, axis }] : []))
    : [state.trip].flatMap((trip) => (trip ? [{ ...trip, axis: undefined }] : []));
  const count = trips.length + (state.missing?.length ?? 0);
  return (
    <details open={open} className="text-[15px] border border-hairline rounded-page bg-leaf px-4 py-2">
      <summary className="cursor-pointer py-1 font-semibold">
        {summary(count, state.missing === undefined)}
      </summary>
      <ul className="mt-1 divide-y divide-hairline">
        {trips.map((trip) => (
          <li key={trip.axis ?? 0} className="py-1.5">
            <span className="text-vermilion font-semibold">
              {onAxis(trip.axis)}trip {trip.number}: {trip.name}
            </span>
            {trip.expected && " It is expected while only the control part is fed."}
            {trip.causes?.length ? (
              <span className="block">May come from: {trip.causes.join("; ")}.</span>
            ) : (
              <span className="block">
                <NotTold>what it means</NotTold>: look the number up in the manual.
              </span>
            )}
            {trip.remedies && trip.remedies.length > 0 && (
              <span className="block text-soft">First {trip.remedies.join("; then ")}.</span>
            )}
          </li>
        ))}
        {state.missing?.map((each) => (
          <li key={`${each.axis ?? 0} ${each.text}`} className="py-1.5">
            {onAxis(each.axis)}
            {each.text}.<span className="block text-soft">{each.look}</span>
          </li>
        ))}
        {state.missing === undefined && (
          <li className="py-1.5">
            <NotTold>what else is missing</NotTold>: the definition does not say how this drive tells.
          </li>
        )}
        {state.missing !== undefined && count === 0 && (
          <li className="py-1.5">
            It names nothing that is missing. Look at the machine: interlocks, the brake, the controller.
          </li>
        )}
      </ul>
    </details>
  );
}

const onAxis = (axis: number | undefined): string => (axis === undefined ? "" : `Axis ${axis}: `);

function summary(count: number, untold: boolean): string {
  if (count > 0)
    return `${count} ${count === 1 ? "thing is" : "things are"} missing before it runs${untold ? ", as far as it is told" : ""}`;
  return untold ? "What is missing before it runs is not told" : "Nothing is missing before it runs";
}
