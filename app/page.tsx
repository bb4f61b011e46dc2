import { notFound, redirect } from "next/navigation";
import { currentPerson } from "@/app/_lib/person";
import { application } from "@/server/application";
import { listPlants } from "@/server/plant";

export const dynamic = "force-dynamic";

/** Leads to the plant. */
export default async function StartPage() {
  if (!(await currentPerson())) redirect("/sign-in");
  const [first] = await listPlants((await application()).db);
  if (!first) notFound();
  redirect(`/plants/${first.slug}`);
}
