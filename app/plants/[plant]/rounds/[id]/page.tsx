import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { RoundPage } from "@/features/rounds/round-page";
import { listLinks } from "@/server/bench";
import { findRound } from "@/server/rounds";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Round ${params.id}`,
  async render({ app, plant, params }) {
    const found = await findRound(app.db, plant.id, idOf(params.id) ?? 0);
    if (!found) notFound();
    const running = app.rounds.isRunning(found.id);
    // What a program was at when it ended is left: nobody reads it now.
    const lines = found.lines.map((each) =>
      each.state === "working" && !running ? { ...each, state: "left" as const } : each,
    );
    const links = found.closed ? [] : await listLinks(app.db, plant.id);
    return (
      <RoundPage
        round={{ ...found, lines }}
        running={running}
        walk={app.walks.view(found.id)}
        links={links.map(({ id, name }) => ({ id, name }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
