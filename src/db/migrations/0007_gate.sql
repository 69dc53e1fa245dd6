CREATE TABLE "draft_renames" (
	"position" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "draft_renames_position_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"list" text NOT NULL,
	"from_code" text NOT NULL,
	"to_code" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "gate" (
	"id" integer PRIMARY KEY NOT NULL,
	"publishers" text[] NOT NULL,
	"second_person" boolean NOT NULL,
	"small_edits" boolean NOT NULL,
	"is_held" boolean DEFAULT false NOT NULL,
	"in_force_since" timestamp with time zone NOT NULL,
	"facts_revision" integer NOT NULL,
	"rated_revision" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "proposals" (
	"id" integer PRIMARY KEY NOT NULL,
	"stamp" integer NOT NULL,
	"note" text,
	"takes_effect_at" timestamp with time zone,
	"by_id" text,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "revisions" (
	"number" integer PRIMARY KEY NOT NULL,
	"root" "bytea" NOT NULL,
	"kind" text NOT NULL,
	"restores" integer,
	"note" text,
	"published_at" timestamp with time zone NOT NULL,
	"published_by_id" text,
	"published_by" text NOT NULL,
	"asked_by" text,
	"takes_effect_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"withdrawn_by" text,
	"stamp" integer NOT NULL,
	"changes" jsonb NOT NULL,
	"renames" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setup_parts" (
	"name" "bytea" PRIMARY KEY NOT NULL,
	"body" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"data" jsonb NOT NULL,
	"who_id" text,
	"who" text NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer,
	"created_at" timestamp with time zone NOT NULL,
	"started_at" timestamp with time zone,
	"beat_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	"is_cancel_asked" boolean DEFAULT false NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"result" jsonb,
	"failure" jsonb
);
--> statement-breakpoint
CREATE TABLE "suspensions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"what" text NOT NULL,
	"code" text NOT NULL,
	"destinations" jsonb,
	"effect" text NOT NULL,
	"reason" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone,
	"by_id" text,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
-- what was stamped with the state of the setup came about before there were revisions: the first one stands for it
ALTER TABLE "charges" RENAME COLUMN "stamp" TO "revision";--> statement-breakpoint
UPDATE "charges" SET "revision" = 1;--> statement-breakpoint
ALTER TABLE "charges" ADD COLUMN "format" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "setup_state" ADD COLUMN "suspended" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "jobs_by_time" ON "jobs" USING btree ("created_at");--> statement-breakpoint
-- a charge is kept as data; its sentences are made when it is shown
UPDATE "charges" SET "quote" = jsonb_set("quote", '{working}', (
	SELECT coalesce(jsonb_agg(step - 'text' ORDER BY n), '[]'::jsonb)
	FROM jsonb_array_elements("quote"->'working') WITH ORDINALITY AS list(step, n)
)) WHERE "quote" ? 'working';--> statement-breakpoint
ALTER TABLE "gate" ADD CONSTRAINT "gate_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "proposals" ADD CONSTRAINT "proposals_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "revisions" ADD CONSTRAINT "revisions_kind_known" CHECK ("kind" IN ('first', 'published', 'small-edit', 'backed-out'));--> statement-breakpoint
ALTER TABLE "revisions" ADD CONSTRAINT "revisions_number_positive" CHECK ("number" > 0);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_state_known" CHECK ("state" IN ('waiting', 'running', 'done', 'failed', 'cancelled'));--> statement-breakpoint
ALTER TABLE "suspensions" ADD CONSTRAINT "suspensions_what_known" CHECK ("what" IN ('origin', 'carrier', 'service', 'offer'));--> statement-breakpoint
ALTER TABLE "suspensions" ADD CONSTRAINT "suspensions_effect_known" CHECK ("effect" = 'stop' OR ("effect" = 'delay' AND "what" = 'origin'));--> statement-breakpoint
ALTER TABLE "suspensions" ADD CONSTRAINT "suspensions_ends_after_start" CHECK ("ends_at" > "starts_at");--> statement-breakpoint
CREATE INDEX "revisions_by_effect" ON "revisions" USING btree ("takes_effect_at" DESC, "number" DESC) WHERE "withdrawn_at" IS NULL;--> statement-breakpoint
-- what was published stays what it was, whoever asks
CREATE FUNCTION "refuse_change"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'rows of % are written once', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;--> statement-breakpoint
CREATE TRIGGER "setup_parts_written_once" BEFORE UPDATE OR DELETE OR TRUNCATE ON "setup_parts" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER "revisions_stay" BEFORE DELETE OR TRUNCATE ON "revisions" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE FUNCTION "refuse_revision_change"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF (to_jsonb(NEW) - 'withdrawn_at' - 'withdrawn_by') IS DISTINCT FROM (to_jsonb(OLD) - 'withdrawn_at' - 'withdrawn_by')
		OR OLD.withdrawn_at IS NOT NULL OR NEW.withdrawn_at IS NULL OR OLD.takes_effect_at <= clock_timestamp()
	THEN
		RAISE EXCEPTION 'a revision is only withdrawn, and only before it takes effect' USING ERRCODE = 'integrity_constraint_violation';
	END IF;
	RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER "revisions_written_once" BEFORE UPDATE ON "revisions" FOR EACH ROW EXECUTE FUNCTION refuse_revision_change();
