import { DECIDED_WORDS, OUTCOME_TITLES, OUTCOMES, type CarryAccount } from "@/core/carry-over";
import type { Paper } from "@/core/paper";
import { moment } from "@/server/when";

const BY_WORDS: Record<CarryAccount["by"], string> = {
  family: "Within one family: by rating and firmware",
  mapping: "By the mapping of the two families",
  quantities: "By common quantities alone: nobody has mapped the two families",
};

/** The account of a carrying over on paper: a part for each outcome, a line for every parameter of either side. */
export function accountPaper(account: CarryAccount): Paper {
  const { tag, record, from, to, by, mappingVersion, byName, at, lines } = account;
  const side = ({ title, rating, firmware }: CarryAccount["from"]): string =>
    `${title} ${rating}, firmware ${firmware || "not told"}`;
  const values = (of: CarryAccount["lines"][number]["from"]): string =>
    of.map((each) => `${each.code} ${each.name}: ${each.text ?? "no value"}`).join("\n");
  return {
    title: `${tag}, record ${record} carried over`,
    about: `From ${side(from)} to ${side(to)}.`,
    facts: [
      ["Position", tag],
      ["From", side(from)],
      ["To", side(to)],
      ["How", `${BY_WORDS[by]}${mappingVersion ? `, version ${mappingVersion}` : ""}`],
      ["By", `${byName}, ${moment(at)}`],
    ],
    cautions: by === "quantities" ? ["The two families were never mapped by anybody."] : [],
    parts: OUTCOMES.flatMap((outcome) => {
      const own = lines.filter((each) => each.outcome === outcome);
      if (own.length === 0) return [];
      return [
        {
          title: `${OUTCOME_TITLES[outcome]} (${own.length})`,
          columns: [
            { title: "Was", width: 4 },
            { title: "Becomes", width: 4 },
            { title: "Why, and how it was decided", width: 4 },
          ],
          rows: own.map((line) => [
            values(line.from),
            values(line.to),
            [line.reason, line.decided ? `${DECIDED_WORDS[line.decided]}.` : ""].filter(Boolean).join(" "),
          ]),
        },
      ];
    }),
    foot: `${tag}, record ${record} carried over to ${to.title}`,
  };
}
