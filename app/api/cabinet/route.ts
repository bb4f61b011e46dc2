import Joi from "joi";
import { route } from "@/app/_lib/route";
import { actAtCabinet, cabinetViews } from "@/server/cabinet";

const schema = Joi.object<Record<string, unknown>>({
  line: Joi.string().required(),
  tag: Joi.string().required(),
  act: Joi.string().required(),
  trip: Joi.number().integer(),
  axis: Joi.number().integer(),
  disturbance: Joi.string(),
  make: Joi.object({
    rating: Joi.string().required(),
    firmware: Joi.string().required(),
    serial: Joi.string().required(),
  }),
  definitionId: Joi.string(),
  code: Joi.string(),
  raw: Joi.alternatives(Joi.number(), Joi.string()),
});

/** The stand-ins' cabinets; in the demo only. */
export const GET = route(undefined, () => cabinetViews());
export const POST = route(schema, ({ app, body: { definitionId, ...act } }) => {
  const definition = typeof definitionId === "string" ? app.shelf.find(definitionId) : undefined;
  return actAtCabinet(definition ? { ...act, definition: definition.file } : act);
});
