import { bad, good, type Result } from "@/core/drive";
import { positionPath } from "@/core/plant/position-path";
import { identificationText, lookAtFile } from "@/core/program";
import type { Connection } from "@/server/bench";
import type { Database } from "@/server/database";
import { attach, storeFile } from "@/server/files";
import type { Links } from "@/server/link";
import type { Person } from "@/server/people";

/**
 * Reads the program back from a connected drive and keeps it with the position at which the drive stands. Nothing is sent but the question. Gives the
 * attachment; the trouble when the drive does not give it.
 */
export async function keepFromDrive(
  { db, links, now }: { db: Database; links: Links; now: () => Date },
  person: Person,
  plantId: number,
  connection: Connection,
): Promise<Result<{ attachment: number; name: string }>> {
  const read = await links.ask("readProgram", { drive: connection.id });
  if (!read.ok) return read;
  const { serial, family } = connection.identity;
  const looked = lookAtFile(connection.definition.file.program!, read.value);
  const id = looked.ok ? identificationText(looked.identification) : "unknown";
  const name = `${family}-${serial}-${id}.bin`.replace(/[^\w.-]/g, "_");
  const bytes = read.value;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(bytes);
      controller.close();
    },
  });
  const stored = await storeFile(db, body, bytes.length + 1);
  if (typeof stored === "string")
    return bad({
      kind: "refused",
      text: "The drive gave back nothing.",
      remedy: "See on its page whether a program is present; add its file from whoever made it.",
    });
  const position = connection.position!;
  const attachment = await attach(
    db,
    person,
    plantId,
    {
      positionId: position.id,
      words: position.tag,
      href: positionPath(position.tag),
    },
    { hash: stored.hash, name, kind: "program", note: `Read back from drive ${serial}.` },
    now(),
  );
  return good({ attachment, name });
}
