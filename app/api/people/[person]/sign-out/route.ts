import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { endSessions } from "@/server/people";

export const POST = serve(people.endPersonSessions, async ({ app, params }) => {
  for (const each of await endSessions(app.db, params.person)) app.sessions.ended(each);
  return good(undefined);
});
