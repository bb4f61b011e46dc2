import { page } from "@/app/_lib/page";
import { wayOf } from "@/app/_lib/way-of";
import { ImportPage } from "@/features/families/import-page";

const { Page, generateMetadata } = page("define", {
  title: "Import a definition",
  // Without a drive that waits, the import works all the same.
  async render({ query }) {
    return <ImportPage waiting={wayOf(query)} />;
  },
});
export { Page as default, generateMetadata };
