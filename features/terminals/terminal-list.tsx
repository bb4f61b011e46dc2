import type { TerminalView } from "@/core/contract";
import { NotTold } from "@/ui/not-told";

const KINDS: Array<[TerminalView["kind"], string]> = [
  ["switched-input", "Switched inputs"],
  ["switched-output", "Switched outputs"],
  ["analogue-input", "Analogue inputs"],
  ["analogue-output", "Analogue outputs"],
];

/** Terminals by what they are: what each does, what it is, and the parameter that says so. `live`: the states are of now, in the drive. */
export function TerminalList({ terminals, live }: { terminals: TerminalView[]; live: boolean }) {
  return (
    <>
      {KINDS.map(([kind, title]) => {
        const here = terminals.filter((each) => each.kind === kind);
        if (here.length === 0) return null;
        return (
          <section key={kind} aria-label={title} className="mt-4">
            <h2 className="font-semibold">{title}</h2>
            <div className="overflow-x-auto" role="region" aria-label={`${title}, table`} tabIndex={0}>
              <table role="table" className="w-full lg:table-fixed text-[14px] mt-1 max-sm:block">
                <thead role="rowgroup" className="max-sm:sr-only">
                  <tr role="row" className="text-left text-[12px] text-soft border-b border-hairline">
                    <th scope="col" className="font-normal py-1 pr-4 w-40">
                      Terminal
                    </th>
                    <th scope="col" className="font-normal py-1 pr-4 lg:w-60">
                      Does
                    </th>
                    <th scope="col" className="font-normal py-1 pr-4 w-48">
                      {live ? "Now" : "When it was read"}
                    </th>
                    <th scope="col" className="font-normal py-1">
                      Set for it
                    </th>
                  </tr>
                </thead>
                <tbody role="rowgroup" className="max-sm:block">
                  {here.map((each) => (
                    <tr
                      key={each.name}
                      role="row"
                      className="border-b border-hairline align-top max-sm:flex max-sm:flex-wrap max-sm:items-baseline max-sm:py-1"
                    >
                      <th
                        scope="row"
                        role="rowheader"
                        className="font-mono font-normal text-left py-1.5 pr-4 whitespace-nowrap max-sm:py-0.5"
                      >
                        {each.name}
                      </th>
                      <td role="cell" className="py-1.5 pr-4 max-sm:py-0.5 max-sm:grow">
                        {each.does ? (
                          <>
                            {each.does.text}{" "}
                            <span className="font-mono text-[12px] text-soft">{each.does.code}</span>
                          </>
                        ) : (
                          <NotTold>What it does is</NotTold>
                        )}
                      </td>
                      <td role="cell" className="py-1.5 pr-4 max-sm:py-0.5 max-sm:pr-0">
                        <State terminal={each} live={live} />
                      </td>
                      <td
                        role="cell"
                        className="py-1.5 text-soft max-sm:py-0.5 max-sm:basis-full max-sm:text-[13px]"
                      >
                        {each.settings.map((one, i) => (
                          <span key={one.code}>
                            {i > 0 && "; "}
                            {one.name}: {one.text} <span className="font-mono text-[12px]">{one.code}</span>
                          </span>
                        ))}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </section>
        );
      })}
    </>
  );
}

function State({ terminal: { state, amount }, live }: { terminal: TerminalView; live: boolean }) {
  if (!state) return <NotTold>Its state is</NotTold>;
  return (
    <>
      <span className={live ? "font-mono bg-teal-ground px-1 rounded-[3px]" : "font-mono"}>
        {amount ?? state.text}
      </span>{" "}
      <span className="font-mono text-[12px] text-soft">
        {state.code}
        {amount && ` ${state.text}`}
      </span>
    </>
  );
}
