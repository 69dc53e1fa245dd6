import "server-only";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { APIError, createAuthMiddleware } from "better-auth/api";
import { twoFactor as secondFactor } from "better-auth/plugins";
import { note } from "@/db/queries/orders";
import { account, rateLimit, session, twoFactor, user, verification } from "@/db/schema";
import { now } from "../clock";
import { database } from "../database";
import { environment } from "../environment";
import { isActivePerson } from "../services/people";
import { allowAttempt } from "./attempts";

/** OWASP's minimum for argon2id, the library's default algorithm: 19 MiB, two passes. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string) => hash(password, argon);

export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

const schema = { user, session, account, verification, rateLimit, twoFactor };

/** What people do to their own sign-in, as the record of activity calls it. */
const noted: Readonly<Record<string, string>> = {
  "/change-password": "password-changed",
  "/two-factor/disable": "second-factor-off",
  "/revoke-sessions": "signed-out-everywhere",
  "/revoke-other-sessions": "signed-out-elsewhere",
};

const countTries = createAuthMiddleware(async (ctx) => {
  if (ctx.path !== "/sign-in/email") return;
  const email = String((ctx.body as { email?: unknown } | undefined)?.email ?? "").toLowerCase();
  if (!(await allowAttempt(database(), email, now())))
    throw new APIError("TOO_MANY_REQUESTS", { message: "Too many tries. Wait a minute." });
});

const noteDeeds = createAuthMiddleware(async (ctx) => {
  const what = noted[ctx.path];
  const who = ctx.context.session?.user;
  if (what === undefined || !who || ctx.context.returned instanceof Error) return;
  await note(database(), { at: now().toISOString(), who: who.name, what, subject: `people/${who.id}` });
});

function build() {
  const { AUTH_SECRET, BASE_URL } = environment();
  return betterAuth({
    appName: "Wallodrom",
    secret: AUTH_SECRET,
    baseURL: BASE_URL,
    telemetry: { enabled: false },
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
      password: { hash: hashPassword, verify: ({ hash: stored, password }) => verify(stored, password) },
    },
    plugins: [secondFactor({ issuer: "Wallodrom" })],
    databaseHooks: {
      // whoever was let go has a name in the record, and no way in
      session: { create: { before: async ({ userId }) => isActivePerson(database(), userId) } },
    },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: "database",
      window: 60,
      max: 120,
      customRules: {
        "/sign-in/email": { window: 60, max: 20 },
        "/two-factor/*": { window: 60, max: 20 },
      },
    },
    hooks: { before: countTries, after: noteDeeds },
  });
}

let built: ReturnType<typeof build> | undefined;

/** The sign-in library, set up when first used: building the app needs no database. */
export function auth() {
  built ??= build();
  return built;
}
