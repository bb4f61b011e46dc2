import { FileText } from "lucide-react";
import { addressOf, FILE_KIND_WORDS, files as ways, type FileView } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { classes } from "@/ui/classes";
import { day } from "@/ui/when";

const PICTURE = /^image\/(png|jpeg|gif|webp)$/;

/** One added file: what it is, whose, whether it still holds. */
export function FileLine({ file, onWithdraw }: { file: FileView; onWithdraw: (() => void) | undefined }) {
  const { plant } = usePlant();
  return (
    <li className={classes("text-[13px] flex gap-2", file.withdrawn && "text-soft")}>
      <FileMark plant={plant} file={file} />
      <span className="min-w-0 flex-1">
        <a
          className={classes(
            "break-words underline-offset-4",
            file.withdrawn ? "line-through" : "hover:underline",
          )}
          href={address(plant, file, /^image|pdf/.test(file.type))}
          target={/^image|pdf/.test(file.type) ? "_blank" : undefined}
          rel="noreferrer"
        >
          {file.name}
        </a>
        <span className="block text-soft">
          {FILE_KIND_WORDS[file.kind]}, {sizeWords(file.size)}, {file.of}; {file.byName}, {day(file.at)}
        </span>
        {file.note && <span className="block italic text-soft">{file.note}</span>}
        {file.lies && (
          <span className="block text-ochre">Its name says otherwise, but it is {file.type}.</span>
        )}
        {file.withdrawn && (
          <span className="block text-ochre">
            Withdrawn by {file.withdrawn.byName}: {file.withdrawn.why}
          </span>
        )}
      </span>
      {onWithdraw && (
        <button
          type="button"
          className="text-soft hover:text-ink self-start min-h-8 pointer-coarse:min-h-11 no-print"
          onClick={onWithdraw}
        >
          Withdraw
        </button>
      )}
    </li>
  );
}

const address = (plant: string, { id }: FileView, show: boolean): string =>
  addressOf(ways.fileContent, { params: { plant, attachment: id }, query: show ? { show: true } : {} });

function FileMark({ plant, file }: { plant: string; file: FileView }) {
  if (!PICTURE.test(file.type))
    return <FileText size={16} className="mt-0.5 shrink-0 text-soft" aria-hidden />;
  return (
    // The picture comes from this ledger's own route, in whatever size it has; there is nothing to optimise beforehand.
    // eslint-disable-next-line @next/next/no-img-element
    <img
      src={address(plant, file, true)}
      alt={file.note || file.name}
      loading="lazy"
      className="w-12 h-12 object-cover shrink-0 border border-hairline rounded-[3px]"
    />
  );
}

function sizeWords(size: number): string {
  if (size < 1024) return `${size} B`;
  return size < 1024 * 1024 ? `${Math.round(size / 1024)} kB` : `${(size / 1024 / 1024).toFixed(1)} MB`;
}
