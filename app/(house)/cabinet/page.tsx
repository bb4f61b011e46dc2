import { notFound } from "next/navigation";
import { Cabinet } from "@/features/cabinet/cabinet";
import { cabinetViews, hasCabinet } from "@/server/cabinet";

export const metadata = { title: "Cabinet (stand-in)" };

export default async function Page() {
  if (!hasCabinet()) notFound();
  const views = await cabinetViews();
  return <Cabinet first={views.ok ? views.value : []} trouble={views.ok ? undefined : views.trouble} />;
}
