import { isDeepStrictEqual } from "node:util";
import { eq } from "drizzle-orm";
import type { DefinitionFile } from "@/core/definition";
import { hashText } from "@/core/set";
import { tables } from "@/server/database";
import type { Taking } from "./taking";
import { versionKey } from "./versions";

const { definitionVersion } = tables;

/**
 * Takes the definitions in that records were made under. Where one of the same version says something else here, both stay: the one that came in gets a version of its
 * own, under which whatever came in with it is read, and it is said. It is no newer than the one here, and nothing is connected with it.
 */
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
    const kept = await taking.tx
      .select({ version: definitionVersion.version, content: definitionVersion.content })
      .from(definitionVersion)
      .where(eq(definitionVersion.definitionId, definitionId));
    const known = new Map(kept.map((each) => [each.version, each.content]));
    /** As it says itself of which version it is: what is made under it later is of that one too. */
    const as = (name: string): DefinitionFile => ({ ...row.content, version: name });
    // It may have come in before, under the version that it got then.
    let own = version;
    for (let n = 2; known.has(own) && !isDeepStrictEqual(known.get(own), as(own)); n++)
      own = `${version}.0.${n}`;
    const values = { ...row, at: row.at === null ? null : new Date(row.at) };
    if (own !== version) {
      taking.versions.set(versionKey(definitionId, version), own);
      taking.say(
        `The definition ${definitionId}, version ${version}, says something else here: what came in under it is read by its own, kept as version ${own}.`,
      );
      const content = as(own);
      Object.assign(values, {
        // It is another thing than the one that has its name where it came from, which may be here too.
        uid: undefined,
        version: own,
        source: null,
        content,
        hash: hashText(JSON.stringify(content)),
      });
    }
    if (!known.has(own)) await taking.tx.insert(definitionVersion).values(values);
  }
}
