import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { reopenAccount } from "@/server/people";

export const POST = serve(people.reopenPerson, ({ app, person, params }) =>
  reopenAccount(app.db, person, params.person, app.now()),
);
