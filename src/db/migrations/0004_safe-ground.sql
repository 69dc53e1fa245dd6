CREATE TABLE "call_limits" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "password_links" (
	"hash" text PRIMARY KEY NOT NULL,
	"user_id" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "sign_in_rules" (
	"id" integer PRIMARY KEY NOT NULL,
	"second_factor_for" text[] NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_tries" (
	"email" text PRIMARY KEY NOT NULL,
	"failed" integer NOT NULL,
	"untold" integer NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"last_from" text
);
--> statement-breakpoint
CREATE TABLE "used_codes" (
	"user_id" text NOT NULL,
	"code" text NOT NULL,
	"used_at" timestamp with time zone NOT NULL,
	CONSTRAINT "used_codes_user_id_code_pk" PRIMARY KEY("user_id","code")
);
--> statement-breakpoint
CREATE TABLE "edits" (
	"id" uuid PRIMARY KEY NOT NULL,
	"stamp" integer NOT NULL,
	"changes" jsonb NOT NULL,
	"who_id" text,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "edits_stamp_unique" UNIQUE("stamp")
);
--> statement-breakpoint
/* 
    Unfortunately in current drizzle-kit version we can't automatically get name for primary key.
    We are working on making it available!

    Meanwhile you can:
        1. Check pk name in your database, by running
            SELECT constraint_name FROM information_schema.table_constraints
            WHERE table_schema = 'public'
                AND table_name = 'activity'
                AND constraint_type = 'PRIMARY KEY';
        2. Uncomment code below and paste pk name manually
        
    Hope to release this update as soon as possible
*/

-- ALTER TABLE "activity" DROP CONSTRAINT "<constraint_name>";--> statement-breakpoint
-- the record of activity lies in a part for each month; what is in no month's part lies in the last one
ALTER TABLE "activity" RENAME TO "activity_before";--> statement-breakpoint
ALTER INDEX "activity_by_time" RENAME TO "activity_before_by_time";--> statement-breakpoint
ALTER INDEX "activity_by_subject" RENAME TO "activity_before_by_subject";--> statement-breakpoint
CREATE TABLE "activity" (
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"who_id" text,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"subject" text NOT NULL,
	"old_value" jsonb,
	"new_value" jsonb,
	CONSTRAINT "activity_at_id_pk" PRIMARY KEY("at","id")
) PARTITION BY RANGE ("at");--> statement-breakpoint
CREATE INDEX "activity_by_time" ON "activity" USING btree ("at");--> statement-breakpoint
CREATE INDEX "activity_by_subject" ON "activity" USING btree ("subject");--> statement-breakpoint
CREATE TABLE "activity_rest" PARTITION OF "activity" DEFAULT;--> statement-breakpoint
CREATE FUNCTION "make_activity_months"(first timestamp with time zone, months integer) RETURNS void
LANGUAGE plpgsql AS $$
DECLARE
	month timestamp := date_trunc('month', first AT TIME ZONE 'UTC');
BEGIN
	FOR i IN 1..months LOOP
		BEGIN
			EXECUTE format(
				'CREATE TABLE IF NOT EXISTS %I PARTITION OF activity FOR VALUES FROM (%L) TO (%L)',
				'activity_' || to_char(month, 'YYYY_MM'),
				month::text || '+00', (month + interval '1 month')::text || '+00');
		EXCEPTION WHEN check_violation THEN
			-- entries of this month lie in the last part already: there they stay
			NULL;
		END;
		month := month + interval '1 month';
	END LOOP;
END $$;--> statement-breakpoint
SELECT make_activity_months(now() - interval '13 months', 18);--> statement-breakpoint
INSERT INTO "activity" ("id", "at", "who", "what", "subject", "old_value", "new_value")
SELECT "id", "at", "who", "what", "subject", "old_value", "new_value" FROM "activity_before";--> statement-breakpoint
DROP TABLE "activity_before";--> statement-breakpoint
-- nobody changes the record; a customer who is erased loses the values of their orders' entries, which stay as entries
CREATE FUNCTION "forget_in_activity"(about text) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
	UPDATE activity SET old_value = NULL, new_value = NULL WHERE subject = about;
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "forget_in_activity"(text) FROM PUBLIC;--> statement-breakpoint
-- a charge that stands at an order is one of the charges
ALTER TABLE "orders" ADD CONSTRAINT "orders_charge_charges_id_fk" FOREIGN KEY ("charge") REFERENCES "charges"("id") DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "zones" ADD CONSTRAINT "zones_code_unique" UNIQUE ("chart", "code") DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "tariff_editions" ADD CONSTRAINT "tariff_editions_label_unique" UNIQUE ("tariff", "label") DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "tariff_rows" ADD CONSTRAINT "tariff_rows_zone_unique" UNIQUE ("tariff", "edition", "zone") DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_state_known" CHECK ("state" IN ('to-rate', 'needs-look', 'out-of-date', 'ready', 'done'));--> statement-breakpoint
ALTER TABLE "order_lines" ADD CONSTRAINT "order_lines_quantity_positive" CHECK ("quantity" > 0);--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_role_known" CHECK ("role" IN ('admin', 'coordinator', 'finance', 'viewer'));--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_name_length" CHECK (char_length("name") BETWEEN 1 AND 200);--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_role_known" CHECK ("role" IN ('admin', 'coordinator', 'finance', 'viewer'));--> statement-breakpoint
ALTER TABLE "carrier_secrets" ADD CONSTRAINT "carrier_secrets_kind_known" CHECK ("kind" IN ('bank', 'credential'));--> statement-breakpoint
ALTER TABLE "business" ADD CONSTRAINT "business_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "sourcing" ADD CONSTRAINT "sourcing_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "setup_state" ADD CONSTRAINT "setup_state_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "sign_in_rules" ADD CONSTRAINT "sign_in_rules_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "origins" ADD CONSTRAINT "origins_kind_known" CHECK ("kind" IN ('warehouse', 'store', 'supplier'));--> statement-breakpoint
ALTER TABLE "tariffs" ADD CONSTRAINT "tariffs_side_known" CHECK ("side" IN ('buy', 'sell'));--> statement-breakpoint
ALTER TABLE "tariffs" ADD CONSTRAINT "tariffs_boundary_known" CHECK ("boundary" IN ('upTo', 'from'));--> statement-breakpoint
ALTER TABLE "tariff_breaks" ADD CONSTRAINT "tariff_breaks_rate_known" CHECK ("rate" IN ('flat', 'perUnit', 'basePlus'));--> statement-breakpoint
ALTER TABLE "offers" ADD CONSTRAINT "offers_pick_known" CHECK ("pick" IN ('cheapest', 'fastest', 'listed'));--> statement-breakpoint
ALTER TABLE "offers" ADD CONSTRAINT "offers_across_origins_known" CHECK ("across_origins" IN ('any', 'sameService'));--> statement-breakpoint
ALTER TABLE "setup_state" ADD COLUMN "catalogue" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "cell_notes" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "password_links" ADD CONSTRAINT "password_links_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "used_codes" ADD CONSTRAINT "used_codes_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "order_lines_by_item" ON "order_lines" USING btree ("sku");--> statement-breakpoint
CREATE INDEX "orders_by_charge" ON "orders" USING btree ("charge");