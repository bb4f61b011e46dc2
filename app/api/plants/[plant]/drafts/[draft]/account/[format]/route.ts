import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { sendPaper } from "@/app/_lib/send-paper";
import { carry } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { plainFileName } from "@/core/format";
import { accountCsv, loadDraft, NO_DRAFT } from "@/server/drafts";
import { accountPaper } from "@/server/paper";

export const GET = serveFile(carry.carryAccountFile, async ({ app, plant, params }) => {
  const loaded = await loadDraft(app.db, app.shelf, plant.id, params.draft);
  if (!loaded) return NO_DRAFT;
  const { account } = loaded.row;
  if (!account)
    return bad({
      kind: "not-found",
      text: "This draft was not carried over from anything.",
      remedy: "Its changes, with reasons, are on its own paper.",
    });
  const name = `${loaded.tag} draft ${params.draft} carried over`;
  if (params.format === "pdf") return sendPaper(app, plant.id, name, accountPaper(account));
  return good({ name: plainFileName(`${name}.csv`), type: FILE_TYPES.csv, content: accountCsv(account) });
});
