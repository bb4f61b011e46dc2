import type { Advice } from "@/core/link";

/** What may be the matter with a link and what to look at, in the order in which it is worth looking. */
export function AdviceList({ advice }: { advice: readonly Advice[] }) {
  return (
    <div className="space-y-3">
      {advice.map((each) => (
        <div
          key={each.id}
          role="status"
          data-advice={each.id}
          className="border border-hairline border-l-4 border-l-ochre bg-ochre-ground rounded-page px-4 py-2.5"
        >
          <p className="font-semibold">{each.title}</p>
          <p className="text-[15px]">{each.means} Look in this order:</p>
          <ol className="mt-1 list-decimal pl-6 text-[15px] space-y-0.5">
            {each.checks.map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ol>
        </div>
      ))}
    </div>
  );
}
