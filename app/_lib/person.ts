import { headers } from "next/headers";
import { cache } from "react";
import { application } from "@/server/application";
import type { Person } from "@/server/people";

/** Who is signed in with this request; undefined when nobody is. Asked once for each request. */
export const currentPerson = cache(async (): Promise<Person | undefined> => {
  const { auth } = await application();
  const session = await auth.api.getSession({ headers: await headers() });
  return session
    ? { id: session.user.id, name: session.user.name, sessionId: session.session.id }
    : undefined;
});
