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
  request: Request;
}

type Context = { params: Promise<Record<string, string>> };

/**
 * A route handler: checks who asks, from where, and with what, then calls a service. The answer is `{ value }` or `{ trouble }`.
 * Every route of the application is made with it, so that none forgets a check.
 */
export function route<Body = undefined>(
  schema: Joi.ObjectSchema<Body> | undefined,
  handle: (call: Call<Body>) => Promise<Result<unknown>>,
) {
  return async (request: Request, context: Context): Promise<Response> => {
    const person = await currentPerson();
    if (!person)
      return answer(
        401,
        bad({ kind: "stopped", text: "You are not signed in.", remedy: "Sign in, then try again." }),
      );
    if (request.method !== "GET" && !sameOrigin(request))
      return answer(
        403,
        bad({
          kind: "stopped",
          text: "This request comes from another page.",
          remedy: "Use Calm Ledger's own pages.",
        }),
      );
    let body = undefined as Body;
    if (schema) {
      const given: unknown = await request.json().catch(() => undefined);
      const checked = schema.validate(given ?? {}, { convert: false });
      if (checked.error)
        return answer(
          400,
          bad({
            kind: "stopped",
            text: `The request is not right: ${checked.error.message}.`,
            remedy: "Correct it and send it again.",
          }),
        );
      body = checked.value as Body;
    }
    try {
      const app = await application();
      const result = await handle({
        app,
        person,
        params: await context.params,
        body,
        url: new URL(request.url),
        request,
      });
      return answer(result.ok ? 200 : 409, result);
    } catch (error) {
      log.error({ error, url: request.url }, "a route failed");
      return answer(
        500,
        bad({
          kind: "stopped",
          text: "Calm Ledger met a fault of its own.",
          remedy:
            "Nothing was changed by this request as far as is known. Look at the page again; the program's log says more.",
        }),
      );
    }
  };
}

/**
 * The same for a file that is sent as it is: its bytes, up to `most`, and its name in the address (`?name=`). A longer one is turned away before it is held.
 */
export function uploadRoute(
  most: number,
  handle: (
    call: Omit<Call<undefined>, "body" | "request"> & { name: string; bytes: Uint8Array },
  ) => Promise<Result<unknown>>,
) {
  return route(undefined, async ({ request, ...call }) => {
    const name = (call.url.searchParams.get("name") ?? "file").slice(0, 200);
    const tooLong = bad<unknown>({
      kind: "stopped",
      text: `${name} has more than ${Math.round(most / 1024 / 1024)} MB.`,
      remedy: "A list or data sheet is far smaller. Take out what is no parameter, or choose another file.",
    });
    if (Number(request.headers.get("content-length") ?? 0) > most) return tooLong;
    const chunks: Uint8Array[] = [];
    let size = 0;
    const reader = request.body?.getReader();
    for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
      size += part.value.length;
      if (size > most) {
        await reader!.cancel();
        return tooLong;
      }
      chunks.push(part.value);
    }
    return handle({ ...call, name, bytes: new Uint8Array(Buffer.concat(chunks)) });
  });
}

function answer(status: number, result: Result<unknown>): Response {
  return Response.json(result.ok ? { value: result.value ?? null } : { trouble: result.trouble }, {
    status,
    headers: { "cache-control": "no-store" },
  });
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
