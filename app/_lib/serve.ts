import { isPersonsOwn, paramsOf, type Endpoint } from "@/core/contract";
import { bad, TROUBLES, type Result } from "@/core/drive";
import type { Plant } from "@/core/plant";
import { nothing, parse, parseTexts } from "@/core/shape";
import { application, type Application } from "@/server/application";
import { faultTrouble } from "@/server/fault";
import { log } from "@/server/log";
import { askerOfToken, hasAcknowledged, mayDo, NOT_ACKNOWLEDGED, type Asker } from "@/server/people";
import { settings } from "@/server/settings";
import { currentPerson } from "./person";
import { readBody } from "./read-body";

/** Who asks where nobody need be signed in. */
const NOBODY: Asker = {
  id: "",
  name: "",
  sessionId: "",
  email: "",
  administrator: false,
  roles: new Map(),
  plants: [],
};
const LONGEST_JSON = 1024 * 1024;

/** What a handler gets to work with, once everything that can be checked beforehand was. */
export interface Call<P, Q, B> {
  app: Application;
  person: Asker;
  /** The plant of the path; for ways in that belong to none, do not use it. */
  plant: Plant;
  params: P;
  query: Q;
  body: B;
  request: Request;
}

type Context = { params: Promise<Record<string, string> | undefined> };
type Handler = (request: Request, context: Context) => Promise<Response>;

/**
 * A route handler for a way in: checks who asks, from where, whether he may, whether the warning was acknowledged, and what came along, as the contract
 * says; then calls a service. The answer is `{ value }` or `{ trouble }`. Every route of the application is made with it or one of its kin below.
 */
export function serve<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  handle: (call: Call<P, Q, B>) => Promise<Result<A>> | Result<A>,
): Handler {
  return guarded(endpoint, async (call) => {
    const result = await handle(call);
    if (result.ok && settings().checkAnswers) {
      const plain: unknown = JSON.parse(JSON.stringify(result.value ?? null));
      const checked = parse(endpoint.answer, plain);
      if (!checked.ok) throw new Error(`The answer is not as the contract says: ${checked.message}.`);
    }
    return answer(result);
  });
}

/** The same for a way in that sends a file. */
export function serveFile<P, Q, B>(
  endpoint: Endpoint<P, Q, B, undefined>,
  handle: (call: Call<P, Q, B>) => Promise<Result<{ name: string; type: string; content: BodyInit }>>,
): Handler {
  return guarded(endpoint, async (call) => {
    const result = await handle(call);
    if (!result.ok) return answer(result);
    const { name, type, content } = result.value;
    return new Response(content, {
      headers: {
        "content-type": type,
        "content-disposition": `attachment; filename="${name.replace(/[^\w.-]/g, "_")}"`,
        "cache-control": "no-store",
      },
    });
  });
}

/** The same for a way in that answers in its own manner, such as a stream. */
export function serveOwn<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  handle: (call: Call<P, Q, B>) => Promise<Response>,
): Handler {
  return guarded(endpoint, handle);
}

function guarded<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  handle: (call: Call<P, Q, B>) => Promise<Response>,
): Handler {
  return async (request, context) => {
    try {
      // A way in without names in its path is given none.
      const checked = await check(endpoint, request, (await context.params) ?? {});
      return checked.ok ? await handle(checked.value) : answer(checked);
    } catch (error) {
      log.error({ error, way: `${endpoint.method} ${endpoint.path}` }, "a way in failed");
      return answer(
        bad(
          faultTrouble(
            error,
            "doing this",
            "Whether it was done is not known: load the page again and look before you repeat it.",
          ),
        ),
      );
    }
  };
}

async function check<P, Q, B, A>(
  endpoint: Endpoint<P, Q, B, A>,
  request: Request,
  given: Record<string, string>,
): Promise<Result<Call<P, Q, B>>> {
  const app = await application();
  const token = /^Bearer (\S+)$/.exec(request.headers.get("authorization") ?? "")?.[1];
  const person = await whoAsks(endpoint.open, token);
  if (!person)
    return bad({ kind: "not-signed-in", text: "You are not signed in.", remedy: "Sign in, then try again." });
  // A token is nobody's sign-in: it neither ends its maker's, nor acknowledges in their name what a person has to read.
  if (token !== undefined && isPersonsOwn(endpoint.path))
    return bad({
      kind: "no-right",
      text: "A program may not do this.",
      remedy: "A person does it, signed in.",
    });
  // Another program has no page: its token is what lets it in.
  if (token === undefined && request.method !== "GET" && !sameOrigin(request))
    return bad({
      kind: "other-origin",
      text: "This request comes from another page.",
      remedy: "Use Calm Ledger's own pages.",
    });
  const { searchParams } = new URL(request.url);
  const texts = [...Object.values(given), ...searchParams.values()];
  if (texts.some((each) => each.includes("\0"))) return notRight("there is a NUL character in its address");
  const inPlant = paramsOf(endpoint.path).includes("plant");
  // A plant that somebody does not belong to is not there for them.
  const plant = inPlant
    ? person.plants.find((each) => each.slug === given.plant)
    : { id: 0, slug: "", name: "", practice: false };
  if (!plant || (inPlant && !mayDo(person, "see", plant.id)))
    return bad({
      kind: "not-found",
      text: "There is no such plant in this archive.",
      remedy: "Go to the start page and choose one.",
    });
  if (!endpoint.open && !mayDo(person, endpoint.right, inPlant ? plant.id : undefined))
    return bad({
      kind: "no-right",
      text: "You may not do this.",
      remedy: "Ask whoever looks after this ledger.",
    });
  const params = parseTexts(endpoint.params, given);
  if (!params.ok) return notRight(params.message, "not-found");
  const query = parseTexts(endpoint.query, Object.fromEntries(searchParams));
  if (!query.ok) return notRight(query.message);
  const body = await bodyOf(endpoint, request);
  if (!body.ok) return body;
  if (endpoint.acknowledged && !(await hasAcknowledged(app.db, person))) return NOT_ACKNOWLEDGED;
  return {
    ok: true,
    value: { app, person, plant, params: params.value, query: query.value, body: body.value, request },
  };
}

async function whoAsks(open: boolean, token: string | undefined): Promise<Asker | undefined> {
  if (open) return NOBODY;
  if (token === undefined) return currentPerson();
  const { db, now } = await application();
  return askerOfToken(db, token, now());
}

async function bodyOf<P, Q, B, A>(endpoint: Endpoint<P, Q, B, A>, request: Request): Promise<Result<B>> {
  if (endpoint.takes !== "json" || endpoint.method === "GET") return { ok: true, value: undefined as B };
  const bytes = await readBody(request, LONGEST_JSON);
  if (bytes === "too-large")
    return bad({ kind: "too-large", text: "More was sent than is taken at once.", remedy: "Send less." });
  let given: unknown;
  try {
    const text = new TextDecoder().decode(bytes);
    // No text here has one, and the database takes none.
    if (text.includes("\\u0000")) return notRight("there is a NUL character in it");
    // No body is an empty one: what is needed of it is then named.
    given = bytes.length === 0 ? whenEmpty(endpoint) : JSON.parse(text);
  } catch {
    return notRight("what was sent is no JSON");
  }
  const checked = parse(endpoint.body, given);
  return checked.ok ? checked : notRight(checked.message);
}

const whenEmpty = ({ body }: Endpoint<unknown, unknown, unknown, unknown>): unknown =>
  body === nothing ? undefined : {};

function notRight(message: string, kind: "bad-request" | "not-found" = "bad-request"): Result<never> {
  return bad({
    kind,
    text: `The request is not right: ${message}.`,
    remedy: "Correct it and send it again.",
  });
}

/** A result as it is sent. */
export function answer(result: Result<unknown>): Response {
  return Response.json(result.ok ? { value: result.value ?? null } : { trouble: result.trouble }, {
    status: result.ok ? 200 : TROUBLES[result.trouble.kind].status,
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
