import { uploadRoute } from "@/app/_lib/route";
import { LARGEST_TEXT } from "@/core/format";

/** Takes a file in that is to become a definition: an electronic data sheet, a register list, or our own format. */
export const POST = uploadRoute(LARGEST_TEXT, ({ app, name, bytes }) => app.imports.open(name, bytes));
