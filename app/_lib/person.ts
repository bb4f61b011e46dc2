import { headers } from "next/headers";
import { cache } from "react";
import { application } from "@/server/application";
import { askerOfSession, sessionToken, type Asker } from "@/server/people";

/** Who is signed in with this request, and what they are in which plant; undefined when nobody is. Asked once for each request. */
export const currentPerson = cache(async (): Promise<Asker | undefined> => {
  const { db, secret, now } = await application();
  const token = await sessionToken(await headers(), secret);
  return token === undefined ? undefined : askerOfSession(db, token, now());
});
