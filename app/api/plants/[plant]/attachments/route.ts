import { serve } from "@/app/_lib/serve";
import { ownerOf } from "@/app/_lib/owner-of";
import { files, LARGEST_FILE } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { plainFileName } from "@/core/format";
import { attach, storeFile } from "@/server/files";

export const POST = serve(files.addFile, async ({ app, person, plant, query, request }) => {
  const owner = await ownerOf(app, plant.id, query);
  if (!owner.ok) return owner;
  const said = Number(request.headers.get("content-length") ?? 0);
  const stored = said > LARGEST_FILE ? "too-large" : await storeFile(app.db, request.body, LARGEST_FILE);
  if (stored === "too-large")
    return bad({
      kind: "too-large",
      text: `${query.name} has more than ${LARGEST_FILE / 1024 / 1024} MB.`,
      remedy: "Keep it on the plant's file server, and note here where it is.",
    });
  if (stored === "empty")
    return bad({ kind: "bad-file", text: `${query.name} is empty.`, remedy: "Choose the file once more." });
  const { kind = "other", note = "" } = query;
  const given = { hash: stored.hash, name: plainFileName(query.name), kind, note };
  const id = await attach(app.db, person, plant.id, owner.value, given, app.now());
  app.events.publish(plant.id, { type: "ledger", tag: query.tag ?? "" });
  return good({ id, known: stored.known });
});
