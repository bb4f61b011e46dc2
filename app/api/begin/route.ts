import { serve } from "@/app/_lib/serve";
import { people } from "@/core/contract";
import { beginArchive } from "@/server/people";

export const POST = serve(people.begin, ({ app, body }) => beginArchive(app.db, app.secret, body, app.now()));
