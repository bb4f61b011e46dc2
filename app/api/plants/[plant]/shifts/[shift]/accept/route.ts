import { serve } from "@/app/_lib/serve";
import { shifts } from "@/core/contract";
import { acceptShift } from "@/server/shift";

export const POST = serve(shifts.acceptShift, ({ app, person, plant, params }) =>
  acceptShift(app.db, person, plant.id, params.shift, app.now()),
);
