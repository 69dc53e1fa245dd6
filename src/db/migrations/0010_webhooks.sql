CREATE TABLE "outbox_events" (
	"seq" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "outbox_events_seq_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"id" uuid NOT NULL,
	"type" text NOT NULL,
	"subject" text NOT NULL,
	"number" integer NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"data" jsonb NOT NULL,
	CONSTRAINT "outbox_events_by_subject" UNIQUE("subject","number")
);
--> statement-breakpoint
CREATE TABLE "webhook_deliveries" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"webhook" uuid NOT NULL,
	"event" bigint NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone NOT NULL,
	"last_at" timestamp with time zone,
	"status" integer,
	"answer" text,
	"ms" integer,
	CONSTRAINT "webhook_deliveries_once" UNIQUE("webhook","event")
);
--> statement-breakpoint
CREATE TABLE "webhooks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"url" text NOT NULL,
	"events" text[] NOT NULL,
	"secret" text NOT NULL,
	"former_secret" text,
	"former_until" timestamp with time zone,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	"paused_at" timestamp with time zone,
	"paused_why" text
);
--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "events" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "webhook_deliveries" ADD CONSTRAINT "webhook_deliveries_webhook_webhooks_id_fk" FOREIGN KEY ("webhook") REFERENCES "public"."webhooks"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_deliveries" ADD CONSTRAINT "webhook_deliveries_event_outbox_events_seq_fk" FOREIGN KEY ("event") REFERENCES "public"."outbox_events"("seq") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outbox_events_by_time" ON "outbox_events" USING btree ("happened_at");--> statement-breakpoint
CREATE INDEX "webhook_deliveries_due" ON "webhook_deliveries" USING btree ("webhook","next_at") WHERE state = 'waiting';--> statement-breakpoint
CREATE INDEX "webhook_deliveries_by_event" ON "webhook_deliveries" USING btree ("event");