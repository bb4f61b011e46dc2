import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { currentPerson } from "@/app/_lib/person";
import { KeysHelp } from "@/features/house/keys-help";
import { LiveLine } from "@/features/house/live-line";
import { Masthead } from "@/features/house/masthead";
import { RoleProvider } from "@/features/house/rights";
import { PlantProvider } from "@/features/house/use-plant";
import { QueryProvider } from "@/features/live/query";
import { PracticeMark } from "@/features/practice/practice-mark";
import { ColumnsLeftOut } from "@/features/sheet/columns-left-out";
import { application } from "@/server/application";
import { hasCabinet } from "@/server/cabinet";
import { roleIn } from "@/server/people";
import { hiddenColumnsOf } from "@/server/sheets";

export const dynamic = "force-dynamic";

interface Props {
  children: ReactNode;
  params: Promise<{ plant: string }>;
}

/** Around every page of a plant: masthead, page, live line. It guards nothing; each page guards itself. */
export default async function PlantLayout({ children, params }: Props) {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  const { plant: slug } = await params;
  const here = person.plants.find((each) => each.slug === slug);
  return (
    <QueryProvider>
      <RoleProvider role={here && roleIn(person, here.id)} person={person.id}>
        <PlantProvider plant={here?.slug ?? slug}>
          <ColumnsLeftOut hidden={await hiddenColumnsOf((await application()).db, person.id)}>
            <div className="h-dvh flex flex-col print-flow">
              <Masthead
                name={person.name}
                cabinet={hasCabinet(here)}
                plants={person.plants.map((each) => ({ slug: each.slug, name: each.name }))}
              />
              {here?.practice && <PracticeMark />}
              <main className="relative flex-1 min-h-0 overflow-auto flex flex-col print-flow">
                {children}
              </main>
              {here && <LiveLine />}
              <KeysHelp />
            </div>
          </ColumnsLeftOut>
        </PlantProvider>
      </RoleProvider>
    </QueryProvider>
  );
}
