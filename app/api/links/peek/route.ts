import Joi from "joi";
import { linkSchema } from "@/app/_lib/link-schema";
import { route } from "@/app/_lib/route";
import type { LinkSettings } from "@/core/link";
import { peek, type PeekItem } from "@/server/bench";
import { hasAcknowledged, NOT_ACKNOWLEDGED } from "@/server/people";

interface Body {
  link: LinkSettings;
  unit: number;
  items: PeekItem[];
  readFunction?: 3 | 4;
  wordOrder?: "high-first" | "low-first";
}

const schema = Joi.object<Body>({
  link: linkSchema,
  unit: Joi.number().integer().min(0).max(255).required(),
  items: Joi.array()
    .min(1)
    .max(12)
    .required()
    .items(
      Joi.object({
        address: Joi.alternatives(
          Joi.number().integer().min(0).max(0xffff),
          Joi.string().pattern(/^[0-9A-Fa-f]{4}\.[0-9A-Fa-f]{2}$/),
        ).required(),
        type: Joi.string().valid("u16", "u32", "text").required(),
        length: Joi.number().integer().min(1).max(64),
      }),
    ),
  readFunction: Joi.number().valid(3, 4),
  wordOrder: Joi.string().valid("high-first", "low-first"),
});

/** Looks at single registers or objects of a drive for which a definition is being made. */
export const POST = route(schema, async ({ app, person, body }) => {
  if (!(await hasAcknowledged(app.db, person))) return NOT_ACKNOWLEDGED;
  return peek({ links: app.bench.links, clock: app.clock }, body.link, body.unit, body.items, {
    ...(body.readFunction ? { readFunction: body.readFunction } : {}),
    ...(body.wordOrder ? { wordOrder: body.wordOrder } : {}),
  });
});
