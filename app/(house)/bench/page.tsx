import { requirePerson } from "@/app/_lib/person";
import { BenchPage } from "@/features/bench/bench-page";
import { application } from "@/server/application";
import { hasAcknowledged } from "@/server/people";
import { listPlaces } from "@/server/plant";

export const metadata = { title: "Bench" };

type Props = { searchParams: Promise<{ host?: string; port?: string; unit?: string }> };

export default async function Page({ searchParams }: Props) {
  const person = await requirePerson();
  const app = await application();
  const { host, port, unit } = await searchParams;
  return <BenchPage acknowledged={await hasAcknowledged(app.db, person)} name={person.name} places={await listPlaces(app.db)} start={{ host: host ?? "", port: port ?? "502", unit: unit ?? "1" }} />;
}
