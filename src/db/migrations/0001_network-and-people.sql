CREATE TABLE "invitations" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"role" text NOT NULL,
	"hash" text NOT NULL,
	"invited_by" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"accepted_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitations_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "second_factors" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL,
	"verified" boolean DEFAULT true NOT NULL,
	"failed_verification_count" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "carrier_accounts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"carrier" text NOT NULL,
	"origin" text,
	"number" text NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "carrier_secrets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"carrier" text NOT NULL,
	"kind" text NOT NULL,
	"label" text NOT NULL,
	"hint" text NOT NULL,
	"sealed" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"changed_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "origin_aliases" (
	"platform" text NOT NULL,
	"theirs" text NOT NULL,
	"origin" text NOT NULL,
	CONSTRAINT "origin_aliases_platform_theirs_pk" PRIMARY KEY("platform","theirs")
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "active" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "second_factors" ADD CONSTRAINT "second_factors_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "carrier_accounts_by_carrier" ON "carrier_accounts" USING btree ("carrier");--> statement-breakpoint
CREATE INDEX "carrier_secrets_by_carrier" ON "carrier_secrets" USING btree ("carrier");