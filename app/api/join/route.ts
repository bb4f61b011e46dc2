import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { join } from "@/server/people";

export const POST = serve(people.join, async ({ app, body }) => {
  const joined = await join(app.db, body.token, body.password, app.now());
  if (!joined.ok) return joined;
  const { email, ended } = joined.value;
  for (const each of ended) app.sessions.ended(each);
  return good({ email });
});
