import { serve } from "@/app/_lib/serve";
import { archive } from "@/core/contract";
import { good } from "@/core/drive";
import { takeSentCopy } from "@/server/backup";
import { isFirstRunCode, NOT_THE_CODE } from "@/server/people";

export const POST = serve(archive.takeCopy, async ({ app, query, request }) => {
  if (!isFirstRunCode(app.secret, query.code)) return NOT_THE_CODE;
  const taken = await takeSentCopy(app.db, request.body);
  if (!taken.ok) return taken;
  await app.shelf.loadKept(app.db);
  const { at, tables } = taken.value;
  return good({ at, tables: tables.length, rows: tables.reduce((sum, each) => sum + each.rows, 0) });
});
