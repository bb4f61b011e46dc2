import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { endSessions } from "@/server/people";

export const POST = serve(people.endOwnSessions, async ({ app, person, body }) => {
  const which = body.session === undefined ? { but: person.sessionId } : { only: body.session };
  for (const each of await endSessions(app.db, person.id, which)) app.sessions.ended(each);
  return good(undefined);
});
