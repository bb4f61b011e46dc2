import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { withdrawInvitation } from "@/server/people";

export const POST = serve(people.withdrawInvitation, async ({ app, person, params }) =>
  (await withdrawInvitation(app.db, person, params.invitation, app.now()))
    ? good(undefined)
    : bad({
        kind: "not-found",
        text: "There is no such invitation that holds: it was used, withdrawn, or is older than a week.",
        remedy: "Load the page again; who joined meanwhile has an account, which can be closed.",
      }),
);
