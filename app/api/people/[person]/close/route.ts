import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { closeAccount } from "@/server/people";

export const POST = serve(people.closePerson, async ({ app, person, params }) => {
  const ended = await closeAccount(app.db, person, params.person, app.now());
  if (!ended.ok) return ended;
  for (const each of ended.value) app.sessions.ended(each);
  return good(undefined);
});
