import type { ConnectionView } from "@/core/contract";
import { linkText } from "@/core/link";
import { NotTold } from "@/ui/not-told";
import { moment } from "@/ui/when";

/** Where the drive stands. */
export function StandsAt({ position }: { position: ConnectionView["position"] }) {
  return (
    <>
      {position ? (
        <>
          <span className="font-mono">{position.tag}</span> {position.title}
        </>
      ) : (
        "At no known position"
      )}
    </>
  );
}

/** Who the drive is and what it is doing. */
export function Identity({ view }: { view: ConnectionView }) {
  const { identity } = view;
  return (
    <div>
      {identity && (
        <p className="text-[15px]">
          {identity.vendor} {identity.ratingName}, {identity.supply}, firmware {identity.firmware}
          {identity.serial && !identity.placed ? (
            <>
              , serial <span className="font-mono">{identity.serial}</span>
            </>
          ) : (
            ", tells no serial number"
          )}
          {identity.powerPart && (
            <>
              , power part <span className="font-mono">{identity.powerPart}</span>
            </>
          )}
          {identity.axes !== undefined && `, ${identity.axes} ${identity.axes === 1 ? "axis" : "axes"}`}
          {identity.options?.map((each) => (
            <span key={each.id}>
              , with {each.name}
              {each.firmware && ` (firmware ${each.firmware})`}
            </span>
          ))}
        </p>
      )}
      {identity?.really && (
        <p className="text-[15px]">
          It answers as its predecessor. Really it is a {identity.really.family}, {identity.really.ratingName}
          , firmware {identity.really.firmware}.
        </p>
      )}
      <Doing view={view} />
      {identity?.modules && identity.modules.length > 0 && <Modules modules={identity.modules} />}
    </div>
  );
}

/** What it is doing, as far as its status words tell. */
function Doing({
  view: { state, linkName, link, unit, fit, phase, stateAt, echoes },
}: {
  view: ConnectionView;
}) {
  // Under a definition that does not fit, its words mean something else perhaps.
  const told = fit === "fits";
  const words: React.ReactNode[] = [
    `${linkName === linkText(link) ? linkName : `${linkName} (${linkText(link)})`}, address ${unit}`,
  ];
  if (phase !== "connected") {
    // What it did last says nothing of what it does now.
    words.push(<NotTold>what it is doing now</NotTold>);
    if (stateAt) words.push(`last heard ${moment(stateAt)}`);
  } else if (state) {
    words.push(runningWords(told ? state.running : undefined));
    if (told && state.runCommand && !state.running)
      words.push(<strong className="text-vermilion">a run command stands</strong>);
    words.push(
      state.tripped ? (
        <strong className={state.trip?.expected ? "text-ochre" : "text-vermilion"}>
          trip {state.trip?.number}: {state.trip?.name}
          {state.trip?.expected && ", as expected without mains"}
        </strong>
      ) : (
        tripWords(told ? state.tripped : undefined)
      ),
    );
    if (state.warnings.length > 0) words.push(`warning: ${state.warnings.join(", ")}`);
    words.push(permanenceWords(told ? state.volatile : undefined));
    if (state.permission !== undefined)
      words.push(state.permission ? "write permission given" : "no write permission");
    if (state.memoryCard !== undefined)
      words.push(state.memoryCard ? "memory card fitted" : "no memory card");
  }
  if (echoes) words.push("the adapter repeats what it is given (two wires); that is left out");
  return (
    <p className="text-[14px] text-soft">
      {words.map((each, i) => (
        <span key={i}>
          {i > 0 && " · "}
          {each}
        </span>
      ))}
    </p>
  );
}

function tripWords(tripped: boolean | undefined): React.ReactNode {
  return tripped === undefined ? <NotTold>trips</NotTold> : "no trip";
}

function permanenceWords(volatile: boolean | undefined): React.ReactNode {
  if (volatile === undefined) return <NotTold>whether values are permanent</NotTold>;
  return volatile ? "some values volatile" : "all values permanent";
}

/** What sits in the slots of a rack. */
function Modules({ modules }: { modules: NonNullable<NonNullable<ConnectionView["identity"]>["modules"]> }) {
  return (
    <ol
      aria-label="Modules"
      className="mt-1.5 flex flex-wrap text-[13px] border border-hairline divide-x divide-hairline w-fit max-w-full rounded-page overflow-hidden"
    >
      {modules.map((each) => (
        <li
          key={each.slot}
          className="px-2.5 py-0.5"
          title={`Slot ${each.slot}: ${each.name}, firmware ${each.firmware ?? "not told"}`}
        >
          <span className="font-mono text-soft mr-1.5">{each.slot}</span>
          {each.name}
          {each.serial && <span className="block font-mono text-[12px] text-soft">{each.serial}</span>}
        </li>
      ))}
    </ol>
  );
}

function runningWords(running: boolean | undefined) {
  if (running === undefined) return "whether the motor turns is not told";
  return running ? <strong className="text-vermilion">the motor turns</strong> : "motor stands";
}
