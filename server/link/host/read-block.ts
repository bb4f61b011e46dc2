import { addressOf } from "@/core/definition";
import { bad, type Result } from "@/core/drive";
import { programMeans } from "@/core/program";
import { IMPORTANCE } from "../queue";
import type { LiveDrive } from "./live-drive";

/** How long a drive may take to give what its card holds, in ms, beside the transfer. */
const CARD_MS = 5000;

/** The drive's own program, read back; refused where it does not allow that. */
export function readProgram(drive: LiveDrive): Promise<Result<Uint8Array>> {
  const { program } = drive.definition?.file ?? {};
  const means = drive.definition && programMeans(drive.definition);
  if (!program?.readsBack || !means)
    return refused(
      "This family does not give its program back over the link.",
      "Add its file from whoever made it.",
    );
  return readBlock(drive, means.block, program.longestMs);
}

/** What its memory card holds, as it gives it; refused where its definition does not say how, or where no card is in it. */
export function readCard(drive: LiveDrive): Promise<Result<Uint8Array>> {
  const { memoryCard } = drive.definition?.file ?? {};
  if (!memoryCard)
    return refused(
      "The definition of this family does not say how a card's contents are read.",
      "Read the card with the maker's own means.",
    );
  return readBlock(drive, addressOf(memoryCard.contents), CARD_MS);
}

async function readBlock(drive: LiveDrive, block: number, longestMs: number): Promise<Result<Uint8Array>> {
  const read = await drive.session(IMPORTANCE.reading).readBlock(block, longestMs);
  if (!read.ok) drive.noteTrouble(read.trouble);
  return read;
}

async function refused(text: string, remedy: string): Promise<Result<Uint8Array>> {
  return bad({ kind: "refused", text, remedy });
}
