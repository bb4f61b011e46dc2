import { redirect } from "next/navigation";
import { Begin } from "@/features/people/begin";
import { application } from "@/server/application";
import { isFirstRun } from "@/server/people";

export const metadata = { title: "Begin" };
export const dynamic = "force-dynamic";

export default async function BeginPage() {
  if (!(await isFirstRun((await application()).db))) redirect("/sign-in");
  return <Begin />;
}
