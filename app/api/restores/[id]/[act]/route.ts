import Joi from "joi";
import { route } from "@/app/_lib/route";
import { bad, good, type Result } from "@/core/drive";
import type { PlanChoices } from "@/core/restore";

const schema = Joi.object<{ choices?: PlanChoices; seal?: string; again?: number[] }>({
  choices: Joi.object({
    tuning: Joi.boolean().required(),
    communication: Joi.boolean().required(),
    ratingDependent: Joi.boolean().required(),
    leaveOut: Joi.array().items(Joi.string().max(24)).max(5000).required(),
  }),
  seal: Joi.string().hex().length(64),
  again: Joi.array().items(Joi.number().integer().min(0)).max(5000),
});

/** What a person decides in a restore. */
export const POST = route(schema, async ({ app, person, params, body }): Promise<Result<unknown>> => {
  const id = Number(params.id);
  switch (params.act) {
    case "choose":
      return body.choices ? app.restores.choose(id, body.choices) : missing("choices");
    case "confirm":
      return body.seal ? app.restores.confirm(id, person, body.seal) : missing("seal");
    case "stop":
      app.restores.stop(id);
      return good(undefined);
    case "go-on":
      return app.restores.goOn(id, person, body.again);
    case "put-back":
      return app.restores.putBack(id, person);
    case "end":
      return app.restores.end(id, person);
    default:
      return bad({
        kind: "stopped",
        text: `Nothing here is called "${params.act}".`,
        remedy: "See docs/http.md.",
      });
  }
});

function missing(what: string): Result<never> {
  return bad({ kind: "stopped", text: `The request lacks "${what}".`, remedy: "Send it along." });
}
