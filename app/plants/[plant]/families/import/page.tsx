import { page } from "@/app/_lib/page";
import { linkSettings } from "@/core/contract";
import { parse } from "@/core/shape";
import { ImportPage } from "@/features/families/import-page";

const { Page, generateMetadata } = page("define", {
  title: "Import a definition",
  async render({ query }) {
    const { link, unit } = query;
    let waiting;
    try {
      const checked = link === undefined ? undefined : parse(linkSettings, JSON.parse(link));
      if (checked?.ok) waiting = { link: checked.value, unit: Number(unit) || 1 };
    } catch {
      // A link that cannot be read is none; the import works without a drive.
    }
    return <ImportPage waiting={waiting} />;
  },
});
export { Page as default, generateMetadata };
