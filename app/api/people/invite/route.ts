import { serve } from "@/app/_lib/serve";
import { rolesById } from "@/app/_lib/roles-by-id";
import { people } from "@/core/contract";
import { good } from "@/core/drive";
import { invite } from "@/server/people";

export const POST = serve(people.invite, async ({ app, person, body }) => {
  const roles = await rolesById(app.db, body.roles);
  if (!roles.ok) return roles;
  const token = await invite(app.db, person, { ...body, roles: roles.value }, app.now());
  return token.ok ? good({ path: `/join/${token.value}` }) : token;
});
