import { bigint, boolean, integer, pgTable, primaryKey, text, timestamp } from "drizzle-orm/pg-core";

const instant = (name: string) => timestamp(name, { withTimezone: true });

/** The tables the sign-in library keeps; property names are the ones it asks for. */
export const user = pgTable("people", {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text(),
  role: text().notNull().default("viewer"),
  /** Somebody who left keeps their name in the record of what they did, and can't sign in. */
  active: boolean().notNull().default(true),
  twoFactorEnabled: boolean("two_factor_enabled").notNull().default(false),
  createdAt: instant("created_at").notNull().defaultNow(),
  updatedAt: instant("updated_at").notNull().defaultNow(),
});

export const session = pgTable("sessions", {
  id: text().primaryKey(),
  expiresAt: instant("expires_at").notNull(),
  token: text().notNull().unique(),
  createdAt: instant("created_at").notNull().defaultNow(),
  updatedAt: instant("updated_at").notNull().defaultNow(),
  ipAddress: text("ip_address"),
  userAgent: text("user_agent"),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
});

export const account = pgTable("sign_in_accounts", {
  id: text().primaryKey(),
  accountId: text("account_id").notNull(),
  providerId: text("provider_id").notNull(),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
  accessToken: text("access_token"),
  refreshToken: text("refresh_token"),
  idToken: text("id_token"),
  accessTokenExpiresAt: instant("access_token_expires_at"),
  refreshTokenExpiresAt: instant("refresh_token_expires_at"),
  scope: text(),
  password: text(),
  createdAt: instant("created_at").notNull().defaultNow(),
  updatedAt: instant("updated_at").notNull().defaultNow(),
});

export const verification = pgTable("verifications", {
  id: text().primaryKey(),
  identifier: text().notNull(),
  value: text().notNull(),
  expiresAt: instant("expires_at").notNull(),
  createdAt: instant("created_at").notNull().defaultNow(),
  updatedAt: instant("updated_at").notNull().defaultNow(),
});

/** A second factor: the shared secret and the spare codes, both encrypted by the sign-in library. */
export const twoFactor = pgTable("second_factors", {
  id: text().primaryKey(),
  secret: text().notNull(),
  backupCodes: text("backup_codes").notNull(),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
  verified: boolean().notNull().default(true),
  failedVerificationCount: integer("failed_verification_count").notNull().default(0),
  lockedUntil: instant("locked_until"),
});

/** Somebody asked in. Whoever has the link may set a password once, until it expires or is taken back. */
export const invitations = pgTable("invitations", {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull(),
  role: text().notNull(),
  /** SHA-256 of the link's token. */
  hash: text().notNull().unique(),
  invitedBy: text("invited_by").notNull(),
  createdAt: instant("created_at").notNull(),
  expiresAt: instant("expires_at").notNull(),
  acceptedAt: instant("accepted_at"),
  revokedAt: instant("revoked_at"),
});

/** What an administrator asks of everybody's sign-in: one row. */
export const signInRules = pgTable("sign_in_rules", {
  id: integer().primaryKey(),
  secondFactorFor: text("second_factor_for").array().notNull(),
});

/** A link by which somebody sets a new password, once and within the hour. */
export const passwordLinks = pgTable("password_links", {
  /** SHA-256 of the link's token. */
  hash: text().primaryKey(),
  userId: text("user_id")
    .notNull()
    .references(() => user.id, { onDelete: "cascade" }),
  createdAt: instant("created_at").notNull(),
  expiresAt: instant("expires_at").notNull(),
  usedAt: instant("used_at"),
});

/** Wrong tries to sign in with an e-mail address, known here or not. */
export const signInTries = pgTable("sign_in_tries", {
  email: text().primaryKey(),
  /** In a row, since somebody last got in. */
  failed: integer().notNull(),
  /** Not told to the owner yet. */
  untold: integer().notNull(),
  lastAt: instant("last_at").notNull(),
  lastFrom: text("last_from"),
});

/** One-time codes that have let somebody in, for as long as they could do so again. */
export const usedCodes = pgTable(
  "used_codes",
  {
    userId: text("user_id")
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    /** SHA-256 of person and code. */
    code: text().notNull(),
    usedAt: instant("used_at").notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.code] })],
);

export const rateLimit = pgTable("rate_limits", {
  id: text().primaryKey(),
  key: text().notNull().unique(),
  count: integer().notNull(),
  lastRequest: bigint("last_request", { mode: "number" }).notNull(),
});

export const apiKeys = pgTable("api_keys", {
  id: text().primaryKey(),
  name: text().notNull(),
  /** SHA-256 of the key; the key itself is shown once and never stored. */
  hash: text().notNull().unique(),
  scopes: text().array().notNull(),
  createdAt: instant("created_at").notNull().defaultNow(),
  lastUsedAt: instant("last_used_at"),
  revokedAt: instant("revoked_at"),
});

/** Calls of API keys in the window at hand, counted for all processes. Columns as the limiter's library asks for them. */
export const callLimits = pgTable("call_limits", {
  key: text().primaryKey(),
  points: integer().notNull().default(0),
  expire: bigint({ mode: "number" }),
});
