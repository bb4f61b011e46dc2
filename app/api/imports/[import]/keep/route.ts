import { serve } from "@/app/_lib/serve";
import { families } from "@/core/contract";

export const POST = serve(families.keepImport, ({ app, person, params, body }) =>
  app.imports.keep(person, params.import, body),
);
