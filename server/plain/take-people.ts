import { eq, sql } from "drizzle-orm";
import { tables } from "@/server/database";
import type { Taking } from "./taking";

const { user } = tables;

/** Takes the people in that are named: by account or by address the same as here, or as accounts with which nobody signs in. */
export async function takePeople(taking: Taking): Promise<void> {
  for (const each of await taking.json<Array<{ id: string; name: string; email: string }>>("people.json")) {
    const [same] = await taking.tx.select({ id: user.id }).from(user).where(eq(user.id, each.id));
    if (same) continue;
    const [alike] = await taking.tx
      .select({ id: user.id })
      .from(user)
      .where(sql`lower(${user.email}) = ${String(each.email).toLowerCase()}`);
    if (alike) taking.people.set(each.id, alike.id);
    // A name for what was done; nobody signs in with it before an administrator opens it.
    else
      await taking.tx.insert(user).values({
        id: each.id,
        name: each.name,
        email: String(each.email).toLowerCase(),
        closedAt: taking.now,
      });
  }
}
