import { DrivePage } from "@/features/bench/drive-page";
import { buildSheet } from "@/features/sheet/rows";
import { application } from "@/server/application";
import { defaultColumn, recordById, recordColumn, standingOf } from "@/server/ledger";
import { listTags } from "@/server/plant";

export const metadata = { title: "Drive" };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const app = await application();
  const { id } = await params;
  const connection = app.bench.find(id);
  const tags = await listTags(app.db);
  if (!connection?.definition)
    return (
      <DrivePage
        id={id}
        tags={tags}
        sheet={undefined}
        readAt={undefined}
        standing={undefined}
        view={undefined}
      />
    );
  const { definition, identity, values, position } = connection;
  const choice = position && (await standingOf(app.db, position.id));
  const row = choice && (await recordById(app.db, choice.recordId));
  const comparable = row && row.definitionId === definition.id ? row : undefined;
  const live = { id: "live", title: "In the drive, as read", source: "live" as const, values };
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
      sheet={sheet}
      readAt={connection.readAt?.getTime()}
      standing={row?.number}
      view={connection.view()}
    />
  );
}
