import { notFound } from "next/navigation";
import { ChooseRestore } from "@/features/restore/choose";
import { application } from "@/server/application";
import { listRecords, standingOf } from "@/server/ledger";
import { findPosition } from "@/server/plant";

type Props = {
  params: Promise<{ tag: string }>;
  searchParams: Promise<{ record?: string; connection?: string }>;
};

export const metadata = { title: "Restore" };

export default async function Page({ params, searchParams }: Props) {
  const app = await application();
  const position = await findPosition(app.db, decodeURIComponent((await params).tag));
  if (!position) notFound();
  const { record, connection } = await searchParams;
  const records = await listRecords(app.db, position.id);
  const choice = await standingOf(app.db, position.id);
  const standing = records.find((each) => each.id === choice?.recordId)?.number;
  const open = (await app.restores.openViews()).find((each) => each.tag === position.tag);
  return (
    <ChooseRestore
      key={position.tag}
      tag={position.tag}
      title={position.title}
      standing={standing}
      wanted={Number(record) || standing}
      connection={connection}
      open={open && { id: open.id, byName: open.byName }}
      records={records.map((each) => ({
        number: each.number,
        takenAt: each.takenAt.getTime(),
        byName: each.takenByName,
        ratingName: each.ratingName,
        serial: each.serial,
        partial: each.present < each.expected,
      }))}
    />
  );
}
