import type { ConnectionView } from "@/core/live";

/** Who the drive is, what it is doing, and where it stands. */
export function Identity({ view }: { view: ConnectionView }) {
  const { identity, state, position } = view;
  return (
    <div>
      <p className="text-[17px] font-semibold">
        {position ? <><span className="font-mono">{position.tag}</span> {position.title}</> : "At no known position"}
      </p>
      {identity && (
        <p className="text-[15px]">{identity.vendor} {identity.ratingName}, {identity.supply}, firmware {identity.firmware}, serial <span className="font-mono">{identity.serial}</span></p>
      )}
      <p className="text-[14px] text-soft">
        {view.linkName}, address {view.unit}
        {state && <> · {state.running === undefined ? "nobody knows whether the motor turns" : state.running ? <strong className="text-vermilion">the motor turns</strong> : "motor stands"} · {state.tripped ? <strong className="text-vermilion">trip {state.trip?.number}: {state.trip?.name}</strong> : "no trip"}
          {state.warnings.length > 0 && ` · warning: ${state.warnings.join(", ")}`}
          {state.volatile !== undefined && (state.volatile ? " · some values volatile" : " · all values permanent")}
          {state.permission !== undefined && (state.permission ? " · write permission given" : " · no write permission")}</>}
      </p>
    </div>
  );
}
