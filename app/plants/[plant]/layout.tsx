import { redirect } from "next/navigation";
import type { ReactNode } from "react";
import { currentPerson } from "@/app/_lib/person";
import { KeysHelp } from "@/features/house/keys-help";
import { LiveLine } from "@/features/house/live-line";
import { Masthead } from "@/features/house/masthead";
import { QueryProvider } from "@/features/live/query";
import { hasCabinet } from "@/server/cabinet";

export const dynamic = "force-dynamic";

/** Around every page of a plant: masthead, page, live line. It guards nothing; each page guards itself. */
export default async function PlantLayout({ children }: { children: ReactNode }) {
  const person = await currentPerson();
  if (!person) redirect("/sign-in");
  return (
    <QueryProvider>
      <div className="h-dvh flex flex-col print-flow">
        <Masthead name={person.name} cabinet={hasCabinet()} />
        <main className="flex-1 min-h-0 overflow-auto flex flex-col print-flow">{children}</main>
        <LiveLine />
        <KeysHelp />
      </div>
    </QueryProvider>
  );
}
