import "server-only";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { APIError, createAuthMiddleware, getSessionFromCtx } from "better-auth/api";
import { twoFactor as secondFactor } from "better-auth/plugins";
import { account, rateLimit, session, twoFactor, user, verification } from "@/db/schema";
import { now } from "../clock";
import { database } from "../database";
import { environment } from "../environment";
import { logLibrary } from "../log";
import { isActivePerson } from "../services/people";
import { TooManyWaiting } from "../turns";
import { ADDRESS_HEADER } from "../web/client-address";
import { hashPassword, verifyPassword } from "./password-hash";
import { LONGEST_PASSWORD, passwordFault, SHORTEST_PASSWORD } from "./password-rules";
import { isOverAge } from "./session-age";
import { afterCode, afterSignIn, noteOwn, noteSignOut } from "./sign-in-record";
import { secondsToWait } from "./tries";

const schema = { user, session, account, verification, rateLimit, twoFactor };

/**
 * What of the sign-in library the product uses. Everything else it could do is switched off: what is not here is not
 * there.
 */
export const openPaths: ReadonlySet<string> = new Set([
  "/sign-in/email",
  "/sign-out",
  "/change-password",
  "/revoke-sessions",
  "/two-factor/enable",
  "/two-factor/disable",
  "/two-factor/verify-totp",
  "/two-factor/verify-backup-code",
]);

const field = (body: unknown, name: string): string => {
  const value =
    typeof body === "object" && body !== null ? (body as Record<string, unknown>)[name] : undefined;
  return typeof value === "string" ? value : "";
};

const before = createAuthMiddleware(async (ctx) => {
  const at = now();
  if (ctx.path === "/sign-in/email") {
    const seconds = await secondsToWait(database(), field(ctx.body, "email"), at);
    if (seconds > 0)
      throw new APIError("TOO_MANY_REQUESTS", { code: "WAIT" }, { "retry-after": String(seconds) });
    return;
  }
  // a device that is trusted would get round the second factor
  if (ctx.path.startsWith("/two-factor/verify") && "trustDevice" in Object(ctx.body))
    throw new APIError("BAD_REQUEST", { code: "INVALID_BODY" });
  const current = await getSessionFromCtx(ctx);
  if (!current) return;
  if (isOverAge(current.session.createdAt, at)) throw new APIError("UNAUTHORIZED", { code: "SESSION_OVER" });
  if (ctx.path === "/sign-out") await noteSignOut(database(), current.user, at);
  if (ctx.path === "/change-password") {
    const fault = passwordFault(field(ctx.body, "newPassword"), current.user);
    if (fault)
      throw new APIError("BAD_REQUEST", {
        code: {
          short: "PASSWORD_TOO_SHORT",
          long: "PASSWORD_TOO_LONG",
          common: "COMMON_PASSWORD",
          own: "OWN_PASSWORD",
        }[fault],
      });
  }
});

const after = createAuthMiddleware(async (ctx) => {
  const refused = ctx.context.returned instanceof Error;
  const entered = ctx.context.newSession;
  const call = {
    db: database(),
    now: now(),
    address: ctx.headers?.get(ADDRESS_HEADER) ?? undefined,
  };
  const formerToken =
    (await ctx.getSignedCookie(ctx.context.authCookies.sessionToken.name, ctx.context.secret)) || "";
  if (ctx.path === "/sign-in/email")
    return afterSignIn(call, { email: field(ctx.body, "email"), refused, entered, formerToken });
  if (ctx.path.startsWith("/two-factor/verify")) {
    const kept = await afterCode(call, {
      refused,
      entered,
      formerToken,
      code: ctx.path === "/two-factor/verify-totp" ? field(ctx.body, "code") : undefined,
      wasOn: ctx.context.session?.user.twoFactorEnabled,
      user: entered?.user ?? ctx.context.session?.user,
    });
    if (!kept) throw new APIError("UNAUTHORIZED", { code: "INVALID_CODE" });
    return;
  }
  const who = ctx.context.session?.user;
  if (who && !refused) await noteOwn(call.db, ctx.path, who, call.now);
});

/** A password's check or hash; a crowd at the door is told to come back. */
async function patiently<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (!(error instanceof TooManyWaiting)) throw error;
    throw new APIError("TOO_MANY_REQUESTS", { code: "WAIT" }, { "retry-after": "2" });
  }
}

function build() {
  const { AUTH_SECRET, WALLODROM_URL } = environment();
  return betterAuth({
    appName: "Wallodrom",
    secret: AUTH_SECRET,
    baseURL: WALLODROM_URL,
    telemetry: { enabled: false },
    logger: { log: logLibrary },
    database: drizzleAdapter(database(), { provider: "pg", schema }),
    user: {
      additionalFields: {
        role: { type: "string", required: true, defaultValue: "viewer", input: false },
        active: { type: "boolean", required: true, defaultValue: true, input: false },
      },
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSWORD,
      maxPasswordLength: LONGEST_PASSWORD,
      password: {
        hash: (password) => patiently(hashPassword(password)),
        verify: ({ hash: stored, password }) => patiently(verifyPassword(stored, password)),
      },
    },
    plugins: [secondFactor({ issuer: "Wallodrom" })],
    databaseHooks: {
      // whoever was let go has a name in the record, and no way in
      session: { create: { before: async ({ userId }) => isActivePerson(database(), userId) } },
    },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    advanced: {
      // the web process puts it there, after it has thrown away what callers say of themselves
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
      useSecureCookies: WALLODROM_URL.startsWith("https:"),
    },
    rateLimit: {
      enabled: true,
      storage: "database",
      window: 60,
      max: 120,
      customRules: {
        // an office behind one address signs in together; who guesses is slowed by the e-mail address
        "/sign-in/email": { window: 60, max: 60 },
        "/two-factor/*": { window: 60, max: 20 },
      },
    },
    hooks: { before, after },
  });
}

let built: ReturnType<typeof build> | undefined;

/** The sign-in library, set up when first used: building the app needs no database. */
export function auth() {
  built ??= build();
  return built;
}
