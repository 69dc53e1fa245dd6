CREATE TABLE "carrier_fallbacks" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"connection" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"known_as" text NOT NULL,
	"why" text NOT NULL,
	"about" jsonb
);
--> statement-breakpoint
CREATE TABLE "carrier_hours" (
	"connection" text NOT NULL,
	"hour" timestamp with time zone NOT NULL,
	"quotes" integer NOT NULL,
	"kept" integer NOT NULL,
	"unanswered" integer NOT NULL,
	CONSTRAINT "carrier_hours_connection_hour_pk" PRIMARY KEY("connection","hour")
);
--> statement-breakpoint
ALTER TABLE "carrier_answers" ADD COLUMN "about" jsonb;--> statement-breakpoint
ALTER TABLE "connection_settings" ADD COLUMN "line" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX "carrier_fallbacks_by_connection" ON "carrier_fallbacks" USING btree ("connection","at");--> statement-breakpoint
CREATE INDEX "carrier_fallbacks_by_time" ON "carrier_fallbacks" USING btree ("at");--> statement-breakpoint
CREATE INDEX "carrier_hours_by_time" ON "carrier_hours" USING btree ("hour");--> statement-breakpoint
CREATE INDEX "carrier_answers_by_connection" ON "carrier_answers" USING btree ("connection","answered_at");