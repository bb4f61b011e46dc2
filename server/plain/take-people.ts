import { and, eq, sql } from "drizzle-orm";
import type { DefinitionFile } from "@/core/definition";
import { tables } from "@/server/database";
import { SourceFault } from "./source";
import type { Taking } from "./taking";

const { user, definitionVersion } = tables;

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

/** Takes the definitions in that records were made under. One of the same version that says something else stops the whole. */
export async function takeDefinitions(taking: Taking): Promise<void> {
  for (const path of taking.source.paths.filter((each) => each.startsWith("definitions/")).sort()) {
    const row = await taking.json<{
      definitionId: string;
      version: string;
      hash: string;
      content: DefinitionFile;
      source: string | null;
      at: string | null;
      byName: string | null;
      uid: string;
    }>(path);
    const { definitionId, version } = row;
    const [here] = await taking.tx
      .select({ hash: definitionVersion.hash })
      .from(definitionVersion)
      .where(and(eq(definitionVersion.definitionId, definitionId), eq(definitionVersion.version, version)));
    if (here && here.hash !== row.hash)
      throw new SourceFault(
        `The definition ${definitionId}, version ${version}, is another one here: records would be read wrongly. Import it there under another version first.`,
      );
    if (!here)
      await taking.tx
        .insert(definitionVersion)
        .values({ ...row, at: row.at === null ? null : new Date(row.at) });
  }
}
