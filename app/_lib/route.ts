import type Joi from "joi";
import { bad, type Result } from "@/core/drive";
import { application, type Application } from "@/server/application";
import { log } from "@/server/log";
import type { Person } from "@/server/people";
import { currentPerson } from "./person";

interface Call<Body> {
  app: Application;
  person: Person;
  params: Record<string, string>;
  body: Body;
  url: URL;
}

type Context = { params: Promise<Record<string, string>> };

/**
 * A route handler: checks who asks, from where, and with what, then calls a service. The answer is `{ value }` or `{ trouble }`.
 * Every route of the application is made with it, so that none forgets a check.
 */
export function route<Body = undefined>(schema: Joi.ObjectSchema<Body> | undefined, handle: (call: Call<Body>) => Promise<Result<unknown>>) {
  return async (request: Request, context: Context): Promise<Response> => {
    const person = await currentPerson();
    if (!person) return answer(401, bad({ kind: "stopped", text: "You are not signed in.", remedy: "Sign in, then try again." }));
    if (request.method !== "GET" && !sameOrigin(request)) return answer(403, bad({ kind: "stopped", text: "This request comes from another page.", remedy: "Use Calm Ledger's own pages." }));
    let body = undefined as Body;
    if (schema) {
      const given: unknown = await request.json().catch(() => undefined);
      const checked = schema.validate(given ?? {}, { convert: false });
      if (checked.error) return answer(400, bad({ kind: "stopped", text: `The request is not right: ${checked.error.message}.`, remedy: "Correct it and send it again." }));
      body = checked.value as Body;
    }
    try {
      const app = await application();
      const result = await handle({ app, person, params: await context.params, body, url: new URL(request.url) });
      return answer(result.ok ? 200 : 409, result);
    } catch (error) {
      log.error({ error, url: request.url }, "a route failed");
      return answer(500, bad({ kind: "stopped", text: "Calm Ledger met a fault of its own.", remedy: "Nothing was changed by this request as far as is known. Look at the page again; the program's log says more." }));
    }
  };
}

function answer(status: number, result: Result<unknown>): Response {
  return Response.json(result.ok ? { value: result.value ?? null } : { trouble: result.trouble }, { status, headers: { "cache-control": "no-store" } });
}

function sameOrigin(request: Request): boolean {
  const origin = request.headers.get("origin");
  if (origin === null) return request.headers.get("sec-fetch-site") === null;
  try {
    return new URL(origin).host === request.headers.get("host");
  } catch {
    return false;
  }
}
