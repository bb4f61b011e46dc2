import { notFound } from "next/navigation";
import { Cabinet } from "@/features/cabinet/cabinet";
import { application } from "@/server/application";
import { cabinetViews, hasCabinet } from "@/server/cabinet";

export const metadata = { title: "Cabinet (stand-in)" };

export default async function Page() {
  if (!hasCabinet()) notFound();
  const views = await cabinetViews();
  const { shelf } = await application();
  const families = shelf.all.map(({ id, title, protocol, fitting, file }) => ({
    id,
    title,
    protocol,
    firmware: fitting.firmware.includes(".") ? fitting.firmware : `${fitting.firmware}.0`,
    ratings: file.ratings.map((each) => ({ id: each.id, name: each.name })),
  }));
  return (
    <Cabinet
      families={families}
      first={views.ok ? views.value : []}
      trouble={views.ok ? undefined : views.trouble}
    />
  );
}
