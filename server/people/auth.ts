import { createHash, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { APIError, createAuthMiddleware, getSessionFromCtx } from "better-auth/api";
import { betterAuth } from "better-auth/minimal";
import { eq } from "drizzle-orm";
import { tables, type Database } from "@/server/database";
import { fewAtOnce, TooManyAtOnce } from "@/server/few-at-once";
import { log } from "@/server/log";
import { SignInThrottle } from "./throttle";

/** Ways in that exist; the package has many more, by which a person could take another's name or list session tokens. */
export const AUTH_WAYS: ReadonlySet<string> = new Set([
  "POST /sign-in/email",
  "POST /sign-out",
  "GET /get-session",
  "POST /change-password",
]);

const KNOWN_FOR_S = 60 * 60 * 24 * 365;
const SIGN_IN = "/sign-in/email";
const CHANGE = "/change-password";

/** Signing in by e-mail address and password. Nobody signs up alone: people are added by whoever runs the plant's ledger. */
export function createAuth(db: Database, secret: string, baseURL: string) {
  const throttle = new SignInThrottle(() => performance.now());
  const hashing = fewAtOnce(2, 30);
  return betterAuth({
    secret,
    baseURL,
    // Behind a proxy or under another name the page's own origin counts; a request from elsewhere is turned away by the route.
    trustedOrigins: (request) => (request ? [originOf(request)] : []),
    database: drizzleAdapter(db, {
      provider: "pg",
      schema: {
        user: tables.user,
        session: tables.session,
        account: tables.account,
        verification: tables.verification,
      },
    }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      password: {
        hash: (password) => notTooMany(() => hashing(() => hash(password))),
        verify: ({ hash: stored, password }) => notTooMany(() => hashing(() => verify(stored, password))),
      },
    },
    session: { expiresIn: 60 * 60 * 24 * 14 },
    databaseHooks: { session: { create: { before: ({ userId }) => notClosed(db, userId) } } },
    advanced: { ipAddress: { disableIpTracking: true } },
    telemetry: { enabled: false },
    logger: {
      log: (level, message) => log[level === "error" || level === "warn" ? level : "debug"](message),
    },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        const account = await triedAccount(context, secret);
        const waitS = account === undefined ? 0 : throttle.begin(account);
        if (waitS > 0)
          throw new APIError("TOO_MANY_REQUESTS", {
            message: `Too many tries for this address. Wait ${waitS} s, then try again.`,
          });
      }),
      after: createAuthMiddleware(async (context) => {
        const changed = context.path === CHANGE && !(context.context.returned instanceof APIError);
        if (!changed && !(context.path === SIGN_IN && context.context.newSession)) return;
        const account = await triedAccount(context, secret);
        if (account !== undefined) throttle.succeeded(account);
        if (context.path !== SIGN_IN) return;
        // From now on others' guesses at this account do not keep this browser out.
        await context.setSignedCookie(knownCookie(emailOf(context)), randomUUID(), secret, {
          httpOnly: true,
          sameSite: "lax",
          path: "/",
          maxAge: KNOWN_FOR_S,
          secure: baseURL.startsWith("https:"),
        });
      }),
    },
  });
}

export type Auth = ReturnType<typeof createAuth>;

/** Nobody signs in with an account that was closed. Said only to who knows its password. */
async function notClosed(db: Database, userId: string): Promise<void> {
  const { user } = tables;
  const [found] = await db.select({ closedAt: user.closedAt }).from(user).where(eq(user.id, userId));
  if (found?.closedAt)
    throw new APIError("FORBIDDEN", { message: "This account is closed. Ask an administrator." });
}

type AuthContext = Parameters<Parameters<typeof createAuthMiddleware>[0]>[0];

/** As whom somebody tries to get in: the account, or the account from a browser that is known there. Undefined for what needs no password. */
async function triedAccount(context: AuthContext, secret: string): Promise<string | undefined> {
  if (context.path === CHANGE) {
    const session = await getSessionFromCtx(context);
    return session ? `change ${session.user.id}` : undefined;
  }
  if (context.path !== SIGN_IN) return undefined;
  const email = emailOf(context);
  const known = await context.getSignedCookie(knownCookie(email), secret);
  return known ? `${email} ${known}` : email;
}

const emailOf = ({ body }: AuthContext): string =>
  String((body as { email?: unknown } | undefined)?.email ?? "")
    .trim()
    .toLowerCase();

/** A cookie for each account: a browser known for one is not known for another. */
const knownCookie = (email: string): string =>
  `calm-ledger.known-${createHash("sha256").update(email).digest("hex").slice(0, 12)}`;

async function notTooMany<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof TooManyAtOnce)
      throw new APIError("TOO_MANY_REQUESTS", {
        message: "Very many sign in at this moment. Wait a little, then try again.",
      });
    throw error;
  }
}

function originOf(request: Request): string {
  const host = request.headers.get("host");
  return host ? `${new URL(request.url).protocol}//${host}` : new URL(request.url).origin;
}
