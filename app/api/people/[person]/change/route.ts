import { serve } from "@/app/_lib/serve";
import { rolesById } from "@/app/_lib/roles-by-id";
import { people } from "@/core/contract";
import { changeAccount, sessionsOf } from "@/server/people";

export const POST = serve(people.changePerson, async ({ app, person, params, body }) => {
  const roles = await rolesById(app.db, body.roles);
  if (!roles.ok) return roles;
  const { administrator } = body;
  const wanted = { administrator, roles: roles.value };
  const changed = await changeAccount(app.db, person, params.person, wanted, app.now());
  // What goes on for them, such as a plant's events, begins anew with what they are now.
  if (changed.ok)
    for (const { id } of await sessionsOf(app.db, params.person, app.now())) app.sessions.ended(id);
  return changed;
});
