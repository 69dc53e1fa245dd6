import "server-only";
import { hash, verify } from "@node-rs/argon2";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { APIError, createAuthMiddleware } from "better-auth/api";
import { account, rateLimit, session, user, verification } from "@/db/schema";
import { now } from "../clock";
import { database } from "../database";
import { environment } from "../environment";
import { allowAttempt } from "./attempts";

/** OWASP's minimum for argon2id, the library's default algorithm: 19 MiB, two passes. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string) => hash(password, argon);

const schema = { user, session, account, verification, rateLimit };

function build() {
  const { AUTH_SECRET, BASE_URL } = environment();
  return betterAuth({
    appName: "Wallodrom",
    secret: AUTH_SECRET,
    baseURL: BASE_URL,
    telemetry: { enabled: false },
    database: drizzleAdapter(database(), { provider: "pg", schema }),
    user: {
      additionalFields: { role: { type: "string", required: true, defaultValue: "viewer", input: false } },
    },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      password: { hash: hashPassword, verify: ({ hash: stored, password }) => verify(stored, password) },
    },
    session: { expiresIn: 60 * 60 * 24 * 7, updateAge: 60 * 60 * 24 },
    rateLimit: {
      enabled: true,
      storage: "database",
      window: 60,
      max: 120,
      customRules: { "/sign-in/email": { window: 60, max: 20 } },
    },
    hooks: {
      before: createAuthMiddleware(async (ctx) => {
        if (ctx.path !== "/sign-in/email") return;
        const email = String((ctx.body as { email?: unknown } | undefined)?.email ?? "").toLowerCase();
        if (!(await allowAttempt(database(), email, now())))
          throw new APIError("TOO_MANY_REQUESTS", { message: "Too many tries. Wait a minute." });
      }),
    },
  });
}

let built: ReturnType<typeof build> | undefined;

/** The sign-in library, set up when first used: building the app needs no database. */
export function auth() {
  built ??= build();
  return built;
}
