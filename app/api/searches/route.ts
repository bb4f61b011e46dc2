import Joi from "joi";
import { linkSchema } from "@/app/_lib/link-schema";
import { route } from "@/app/_lib/route";
import { BREADTHS, type SearchRequest } from "@/core/link";

const unit = Joi.number().integer().min(1).max(255).required();
const schema = Joi.object<SearchRequest & { patient: boolean }>({
  link: linkSchema,
  from: unit,
  to: unit,
  breadth: Joi.string()
    .valid(...BREADTHS)
    .required(),
  patient: Joi.boolean().required(),
});

/** Begins to look for drives on a link; how it goes on comes with the events. */
export const POST = route(schema, ({ app, person, body }) => app.searches.start(person, body));
