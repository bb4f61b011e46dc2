import { serve } from "@/app/_lib/serve";
import { cabinet } from "@/core/contract";
import { actAtCabinet, cabinetViews } from "@/server/cabinet";

export const GET = serve(cabinet.showCabinet, () => cabinetViews());
export const POST = serve(cabinet.actAtCabinet, ({ app, body: { definitionId, ...act } }) => {
  const definition = definitionId === undefined ? undefined : app.shelf.find(definitionId);
  return actAtCabinet(definition ? { ...act, definition: definition.file } : act);
});
