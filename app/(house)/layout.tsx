import type { ReactNode } from "react";
import { requirePerson } from "@/app/_lib/person";
import { KeysHelp } from "@/features/house/keys-help";
import { LiveLine } from "@/features/house/live-line";
import { Masthead } from "@/features/house/masthead";
import { hasCabinet } from "@/server/cabinet";

export const dynamic = "force-dynamic";

/** Every page for people who are signed in: masthead, page, live line. */
export default async function HouseLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  return (
    <div className="h-dvh flex flex-col print-flow">
      <Masthead name={person.name} cabinet={hasCabinet()} />
      <main className="flex-1 min-h-0 overflow-auto flex flex-col print-flow">{children}</main>
      <LiveLine />
      <KeysHelp />
    </div>
  );
}
