CREATE TABLE "carrier_answers" (
	"fingerprint" text PRIMARY KEY NOT NULL,
	"known_as" text NOT NULL,
	"connection" text NOT NULL,
	"answer" jsonb NOT NULL,
	"answered_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "carrier_exchanges" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"connection" text NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"ms" integer NOT NULL,
	"outcome" text NOT NULL,
	"question" jsonb NOT NULL,
	"answer" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "connection_settings" (
	"connection" text PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"url" text NOT NULL,
	"settings" jsonb NOT NULL,
	"secrets" text,
	"former_secrets" text,
	"former_until" timestamp with time zone
);
--> statement-breakpoint
CREATE INDEX "carrier_answers_known" ON "carrier_answers" USING btree ("known_as","answered_at");--> statement-breakpoint
CREATE INDEX "carrier_answers_by_time" ON "carrier_answers" USING btree ("answered_at");--> statement-breakpoint
CREATE INDEX "carrier_exchanges_by_connection" ON "carrier_exchanges" USING btree ("connection","asked_at");--> statement-breakpoint
CREATE INDEX "carrier_exchanges_by_time" ON "carrier_exchanges" USING btree ("asked_at");