import { NotTold } from "@/ui/not-told";
import { Notice } from "@/ui/notice";

/** What a position asks for before anybody works there, and who else holds its drive's values; that nobody has said so is said too. */
export function BeforeWork({ words, keepers }: { words: string; keepers: string }) {
  return (
    <div className="mb-3 space-y-2">
      {words !== "" && (
        <Notice kind="caution" title="Before work begins here">
          {words}
        </Notice>
      )}
      {keepers === "" ? (
        <p className="text-[15px]">
          <NotTold>Who else holds these values (a controller, a memory card, a program) is</NotTold>
        </p>
      ) : (
        <Notice kind="caution" title="Somebody else holds these values too">
          {keepers}
        </Notice>
      )}
    </div>
  );
}
