import { Notice } from "@/ui/notice";

/** What a position asks for before anybody works there; nothing where nobody has written it. */
export function BeforeWork({ words }: { words: string }) {
  if (words === "") return null;
  return (
    <div className="mb-3">
      <Notice kind="caution" title="Before work begins here">
        {words}
      </Notice>
    </div>
  );
}
