import { serve } from "@/app/_lib/serve";
import { archive } from "@/core/contract";

export const POST = serve(archive.makeCopy, ({ app, person }) => app.copies.make(person));
