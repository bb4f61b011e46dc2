import { serve } from "@/app/_lib/serve";
import { door } from "@/core/contract";
import { good } from "@/core/drive";

export const GET = serve(door.listFamilies, ({ app }) =>
  good(app.shelf.all.map(({ id, title, version }) => ({ id, title, version }))),
);
