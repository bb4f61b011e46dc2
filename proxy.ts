import { NextResponse, type NextRequest } from "next/server";
import { hostIsOurs, NOT_OUR_HOST } from "@/server/hosts";

/** Before everything else: only under this program's own names. Pages get a policy that lets no script run but their own. */
export function proxy(request: NextRequest): Response {
  if (!hostIsOurs(request.headers.get("host"))) return new Response(NOT_OUR_HOST, { status: 421 });
  if (!canBeRead(request.nextUrl.pathname))
    return new Response("This address cannot be read.", { status: 400 });
  if (request.nextUrl.pathname.startsWith("/api/")) return NextResponse.next();
  const nonce = Buffer.from(crypto.randomUUID()).toString("base64");
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    // Widths and places are computed; styles bring nothing in.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
  const headers = new Headers(request.headers);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

/** Whether a path is encoded as it should be. */
function canBeRead(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** Files of the build tell nothing. */
export const config = { matcher: ["/((?!_next/static|live-worker.js).*)"] };
