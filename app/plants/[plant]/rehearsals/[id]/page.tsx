import { notFound } from "next/navigation";
import { definitionOf } from "@/app/_lib/definition-of";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { formatLine, type RawValue } from "@/core/value";
import { Rehearsal } from "@/features/rehearsal/rehearsal";
import { findRehearsal } from "@/server/rehearsal";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Rehearsal ${params.id}`,
  async render({ app, plant, params }) {
    const found = await findRehearsal(app.db, plant.id, idOf(params.id) ?? 0);
    if (!found) notFound();
    const { content } = found;
    const definition = await definitionOf(app, content);
    const line = (code: string, raw: RawValue | undefined): string => {
      const parameter = definition?.byCode.get(code);
      return parameter ? formatLine(parameter, raw) : String(raw ?? "no value");
    };
    const named = <T extends { code: string }>(each: T) => ({
      ...each,
      name: definition?.byCode.get(each.code)?.name ?? "",
    });
    return (
      <Rehearsal
        id={found.id}
        at={found.at.getTime()}
        byName={found.byName}
        content={content}
        rows={content.results.map((each) => ({
          ...named({ code: each.code }),
          from: line(each.code, each.from),
          to: line(each.code, each.to),
          readBack: each.readBack === undefined ? "not read back" : line(each.code, each.readBack),
          verdict: each.verdict,
          said: each.said,
        }))}
        also={content.alsoChanged.map(({ code, from, to }) => ({
          ...named({ code }),
          from: line(code, from),
          to: line(code, to),
        }))}
        leftOut={content.leftOut.map(({ code, reason }) => ({ ...named({ code }), reason }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
