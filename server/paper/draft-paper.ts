import type { Paper } from "@/core/paper";
import { changeViews, type LoadedDraft } from "@/server/drafts";
import { moment } from "@/server/when";

/** A draft on paper: what it changes, with reasons. It is in no drive, and the paper says so. */
export function draftPaper(loaded: LoadedDraft): Paper {
  const { row, tag, record, partial, definition, identity } = loaded;
  const changes = changeViews(loaded);
  return {
    title: `${tag}, draft “${row.title}”`,
    about: "A draft: it is in no drive.",
    facts: [
      ["Begun", `${moment(row.at)}, ${row.byName}`],
      [
        "Stands on",
        record === undefined
          ? "the factory default"
          : `record ${record}${partial ? ", partial," : ""} of ${tag}`,
      ],
      ["Drive", `${definition.title}, ${identity.ratingName || "rating not told"}`],
      ["Changes", String(changes.length)],
    ],
    cautions: changes.some((each) => each.faults.length > 0)
      ? ["Some values are out of range or against a rule, and were kept on purpose."]
      : [],
    parts: [
      {
        title: "Changes",
        columns: [
          { title: "Code", width: 2, mono: true },
          { title: "Parameter", width: 3 },
          { title: "From", width: 3, mono: true },
          { title: "To", width: 3, mono: true },
          { title: "Why, and who", width: 4 },
        ],
        rows: changes.map(({ code, name, from, to, reason, byName, at, faults }) => [
          code,
          name,
          from ?? "no value",
          to ?? "left out",
          [reason.replace(/\.$/, ""), `${byName}, ${moment(new Date(at))}`, ...faults]
            .filter(Boolean)
            .join(". "),
        ]),
      },
    ],
    foot: `${tag}, draft ${row.id}`,
  };
}
