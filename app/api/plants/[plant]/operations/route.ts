import { serve } from "@/app/_lib/serve";
import { restore } from "@/core/contract";

export const POST = serve(restore.startOperation, ({ app, person, plant, body }) =>
  app.restores.startOperation(person, plant.id, {
    connectionId: body.connection,
    operation: body.operation,
    ofProgram: body.program,
  }),
);
