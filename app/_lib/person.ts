import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { application } from "@/server/application";
import type { Person } from "@/server/people";

/** Who is signed in with this request; undefined when nobody is. */
export async function currentPerson(): Promise<Person | undefined> {
  const { auth } = await application();
  const session = await auth.api.getSession({ headers: await headers() });
  return session
    ? { id: session.user.id, name: session.user.name, sessionId: session.session.id }
    : undefined;
}

/** The person a page is made for; leads to the sign-in when there is none. */
export async function requirePerson(): Promise<Person> {
  return (await currentPerson()) ?? redirect("/sign-in");
}
