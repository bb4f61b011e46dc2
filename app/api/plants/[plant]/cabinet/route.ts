import { serve } from "@/app/_lib/serve";
import { cabinet } from "@/core/contract";
import { actAtCabinet, cabinetViews } from "@/server/cabinet";

export const GET = serve(cabinet.showCabinet, ({ app, plant }) => cabinetViews(app.practice, plant));
export const POST = serve(cabinet.actAtCabinet, ({ app, plant, body: { definitionId, ...act } }) => {
  const definition = definitionId === undefined ? undefined : app.shelf.find(definitionId);
  return actAtCabinet(app.practice, plant, definition ? { ...act, definition: definition.file } : act);
});
