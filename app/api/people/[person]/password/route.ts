import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { inviteAgain } from "@/server/people";

export const POST = serve(people.newPassword, async ({ app, person, params }) => {
  const token = await inviteAgain(app.db, person, params.person, app.now());
  return token === undefined
    ? bad({ kind: "not-found", text: "There is no such open account.", remedy: "Load the page again." })
    : good({ path: `/join/${token}` });
});
