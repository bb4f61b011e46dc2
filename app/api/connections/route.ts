import Joi from "joi";
import { linkSchema } from "@/app/_lib/link-schema";
import { route } from "@/app/_lib/route";
import type { ConnectRequest } from "@/server/bench";

const schema = Joi.object<ConnectRequest>({
  link: linkSchema,
  unit: Joi.number().integer().min(0).max(255).required(),
  as: Joi.string().max(100),
});

/** Connects to a drive and begins to read it. */
export const POST = route(schema, ({ app, person, body }) => app.bench.connect(person, body));
