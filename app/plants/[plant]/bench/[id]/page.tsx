import { connectionIn } from "@/app/_lib/connection-of";
import { page } from "@/app/_lib/page";
import { partsOf } from "@/core/definition";
import { buildSheet } from "@/core/sheet";
import { DrivePage } from "@/features/bench/drive-page";
import { volatileCodes } from "@/server/bench";
import { defaultColumn, recordById, recordColumn, standingOf } from "@/server/ledger";
import { listTags } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: "Drive",
  async render({ app, plant, params }) {
    const id = params.id!;
    const connection = connectionIn(app, plant.id, id);
    const tags = await listTags(app.db, plant.id);
    const { areas } = await app.overviews.of(plant.id);
    if (!connection?.definition)
      return (
        <DrivePage
          id={id}
          tags={tags}
          areas={areas}
          sheet={undefined}
          readAt={undefined}
          standing={undefined}
          view={undefined}
          hollow
          parts={undefined}
        />
      );
    const { definition, identity, values, position } = connection;
    const choice = position && (await standingOf(app.db, position.id));
    const row = choice && (await recordById(app.db, choice.recordId));
    const comparable = row && row.definitionId === definition.id ? row : undefined;
    const volatile = await volatileCodes(app.db, connection);
    const live = { id: "live", title: "In the drive, as read", source: "live" as const, values, volatile };
    const sheet =
      values.size > 0
        ? buildSheet(
            definition,
            identity?.rating,
            comparable
              ? [live, await recordColumn(app.db, comparable, `Standing record ${comparable.number}`)]
              : [live, defaultColumn(definition, identity?.rating)],
          )
        : undefined;
    return (
      <DrivePage
        id={id}
        tags={tags}
        areas={areas}
        sheet={sheet}
        readAt={connection.readAt?.getTime()}
        standing={row?.number}
        view={connection.view()}
        hollow={volatile === undefined}
        parts={partsOf(definition)}
      />
    );
  },
});
export { Page as default, generateMetadata };
