import { headers } from "next/headers";
import { cache } from "react";
import { application } from "@/server/application";
import { askerOf, type Asker } from "@/server/people";

/** Who is signed in with this request, and what they are in which plant; undefined when nobody is. Asked once for each request. */
export const currentPerson = cache(async (): Promise<Asker | undefined> => {
  const { auth, db } = await application();
  const session = await auth.api.getSession({ headers: await headers() });
  return session ? askerOf(db, session.user.id, session.session.id) : undefined;
});
