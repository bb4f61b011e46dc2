import { serve } from "@/app/_lib/serve";
import { door } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { revokeToken } from "@/server/people";

export const POST = serve(door.revokeToken, async ({ app, person, params }) =>
  (await revokeToken(app.db, person, params.token, app.now()))
    ? good(undefined)
    : bad({ kind: "not-found", text: "There is no such token that holds.", remedy: "Load the page again." }),
);
