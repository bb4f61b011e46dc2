import { eq, max, sql } from "drizzle-orm";
import { tables } from "@/server/database";
import { storeFile } from "@/server/files";
import { KINDS, type Doc } from "./kinds";
import { SourceFault } from "./source";
import type { Taking } from "./taking";

/** A receipt keeps its number where that is free; its restore remembers the number it has here. */
export async function takeReceipt(taking: Taking, path: string): Promise<void> {
  // Former files have no lists that were gone through.
  const {
    receipt: doc,
    signOffs,
    checks = [],
  } = await taking.json<{
    receipt: Doc;
    signOffs: Doc[];
    checks?: Doc[];
  }>(path);
  const { receipt, job } = tables;
  const [known] = await taking.tx.select({ id: receipt.id }).from(receipt).where(eq(receipt.uid, doc.uid!));
  if (!known) {
    const [taken] = await taking.tx
      .select({ id: receipt.id })
      .from(receipt)
      .where(eq(receipt.id, Number(doc.id)));
    const [last] = await taking.tx.select({ id: max(receipt.id) }).from(receipt);
    const id = taken ? (last?.id ?? 0) + 1 : Number(doc.id);
    if (taken)
      taking.say(`Receipt ${Number(doc.id)} is another one here: the one that came in is receipt ${id}.`);
    taking.taken.added.receipts += await taking.add(KINDS.receipt, [{ ...doc, id }]);
    await taking.tx
      .update(job)
      .set({ detail: sql`jsonb_set(${job.detail}, '{receiptId}', ${String(id)}::jsonb)` })
      .where(eq(job.uid, String(doc.job_id)));
  }
  await taking.add(KINDS.signOff, signOffs);
  await taking.add(KINDS.receiptChecks, checks);
}

/** Takes the files of a plant in, each held against its hash. */
export async function takeFiles(taking: Taking, slug: string): Promise<void> {
  const { attachments, withdrawn } = await taking.json<{ attachments: Doc[]; withdrawn: Doc[] }>(
    `${slug}/files.json`,
  );
  for (const hash of new Set(attachments.map((each) => String(each.file_hash)))) {
    const [here] = await taking.tx
      .select({ hash: tables.file.hash })
      .from(tables.file)
      .where(eq(tables.file.hash, hash));
    if (here) continue;
    const stored = await storeFile(
      taking.tx,
      await taking.source.stream(`files/${hash}`),
      Number.MAX_SAFE_INTEGER,
    );
    if (typeof stored !== "object" || stored.hash !== hash)
      throw new SourceFault(`files/${hash} is not what its hash stands for.`);
    taking.taken.added.files += 1;
  }
  await taking.add(KINDS.attachment, attachments);
  await taking.add(KINDS.withdrawn, withdrawn);
}
