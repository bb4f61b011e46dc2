// As every other way in begins: the build would lay the whole program down once more.
import "@/app/_lib/serve";
import { currentPerson } from "@/app/_lib/person";
import { readBody } from "@/app/_lib/read-body";
import { application } from "@/server/application";
import { AUTH_WAYS } from "@/server/people";

/** More than any address and password have. */
const LONGEST = 8 * 1024;

async function handle(
  request: Request,
  { params }: { params: Promise<{ all: string[] }> },
): Promise<Response> {
  const way = `${request.method} /${(await params).all.join("/")}`;
  if (!AUTH_WAYS.has(way)) return Response.json({ message: "There is no such way in." }, { status: 404 });
  const body = request.method === "GET" ? undefined : await readBody(request, LONGEST);
  if (body === "too-large")
    return Response.json({ message: "More was sent than a sign-in has." }, { status: 413 });
  const { auth, sessions } = await application();
  const leaving = way === "POST /sign-out" ? await currentPerson() : undefined;
  const answer = await auth.handler(
    new Request(request.url, {
      method: request.method,
      headers: request.headers,
      body: body && body.length > 0 ? Buffer.from(body) : undefined,
    }),
  );
  if (leaving && answer.ok) sessions.ended(leaving.sessionId);
  return withoutToken(answer);
}

/** The same answer without the session's token: that is in the cookie, which no script can read. */
async function withoutToken(answer: Response): Promise<Response> {
  if (!answer.headers.get("content-type")?.includes("json")) return answer;
  const told = JSON.stringify(await answer.json(), (name, value: unknown) =>
    name === "token" ? undefined : value,
  );
  const headers = new Headers(answer.headers);
  headers.delete("content-length");
  return new Response(told, { status: answer.status, headers });
}

export { handle as GET, handle as POST };
