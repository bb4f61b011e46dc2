import Joi from "joi";
import { route } from "@/app/_lib/route";

const schema = Joi.object<{ host: string; port: number; unit: number }>({
  host: Joi.string().hostname().max(253).required(),
  port: Joi.number().port().required(),
  unit: Joi.number().integer().min(0).max(255).required(),
});

/** Connects to a drive and begins to read it. */
export const POST = route(schema, ({ app, person, body }) => app.bench.connect(person, body));
