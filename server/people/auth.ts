import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { APIError, createAuthMiddleware } from "better-auth/api";
import { tables, type Database } from "@/server/database";
import { log } from "@/server/log";
import { SignInThrottle } from "./throttle";

/** Signing in by e-mail address and password. Nobody signs up alone: people are added by whoever runs the plant's ledger. */
export function createAuth(db: Database, secret: string, baseURL: string) {
  const throttle = new SignInThrottle(() => Date.now());
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
      password: {
        hash: (password) => hash(password),
        verify: ({ hash: stored, password }) => verify(stored, password),
      },
    },
    session: { expiresIn: 60 * 60 * 24 * 14 },
    advanced: { ipAddress: { disableIpTracking: true } },
    telemetry: { enabled: false },
    logger: {
      log: (level, message) => log[level === "error" || level === "warn" ? level : "debug"](message),
    },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        if (context.path !== "/sign-in/email") return;
        const waitS = throttle.secondsToWait(
          String((context.body as { email?: unknown } | undefined)?.email ?? ""),
        );
        if (waitS > 0)
          throw new APIError("TOO_MANY_REQUESTS", {
            message: `Too many tries for this address. Wait ${waitS} s, then try again.`,
          });
      }),
      after: createAuthMiddleware(async (context) => {
        if (context.path !== "/sign-in/email") return;
        const email = String((context.body as { email?: unknown } | undefined)?.email ?? "");
        if (context.context.newSession) throttle.succeeded(email);
        else throttle.failed(email);
      }),
    },
  });
}

export type Auth = ReturnType<typeof createAuth>;

function originOf(request: Request): string {
  const host = request.headers.get("host");
  return host ? `${new URL(request.url).protocol}//${host}` : new URL(request.url).origin;
}

/** Adds a person who can sign in. For the demo and for setting up a plant. */
export async function addPerson(
  auth: Auth,
  person: { name: string; email: string; password: string },
): Promise<string> {
  const context = await auth.$context;
  const user = await context.internalAdapter.createUser(
    { name: person.name, email: person.email, emailVerified: true },
    { method: "other" } as never,
  );
  await context.internalAdapter.linkAccount({
    userId: user.id,
    providerId: "credential",
    accountId: user.id,
    password: await hash(person.password),
  });
  return user.id;
}
