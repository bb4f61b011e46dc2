import Joi from "joi";
import { linkSchema } from "@/app/_lib/link-schema";
import { route } from "@/app/_lib/route";
import type { LinkSettings } from "@/core/link";
import { testLink } from "@/server/bench";
import { hasAcknowledged, NOT_ACKNOWLEDGED } from "@/server/people";
import type { Result } from "@/core/drive";

const schema = Joi.object<{ link: LinkSettings; unit: number }>({
  link: linkSchema,
  unit: Joi.number().integer().min(0).max(255).required(),
});

/** Tries a link out: is somebody there? Nothing is connected. */
export const POST = route(schema, async ({ app, person, body }): Promise<Result<unknown>> => {
  if (!(await hasAcknowledged(app.db, person))) return NOT_ACKNOWLEDGED;
  return testLink({ links: app.bench.links, shelf: app.shelf, clock: app.clock }, body.link, body.unit);
});
