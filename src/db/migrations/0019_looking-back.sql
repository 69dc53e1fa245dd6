CREATE TABLE "objections" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"bill" uuid NOT NULL,
	"position" integer NOT NULL,
	"reason" text NOT NULL,
	"amount" numeric NOT NULL,
	"currency" text NOT NULL,
	"state" text NOT NULL,
	"credited" numeric,
	"said_at" timestamp with time zone NOT NULL,
	"said_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	CONSTRAINT "objections_once" UNIQUE("bill","position")
);
--> statement-breakpoint
CREATE TABLE "result_days" (
	"day" text PRIMARY KEY NOT NULL,
	"shipments" integer NOT NULL,
	"orders" integer NOT NULL,
	"parcels" integer NOT NULL,
	"unpriced" integer NOT NULL,
	"charged" numeric NOT NULL,
	"expected" numeric NOT NULL,
	"billed" numeric NOT NULL,
	"expected_of_billed" numeric NOT NULL,
	"billed_shipments" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "result_sums" (
	"month" text NOT NULL,
	"dimension" text NOT NULL,
	"value" text NOT NULL,
	"dimension_2" text NOT NULL,
	"value_2" text NOT NULL,
	"shipments" integer NOT NULL,
	"orders" integer NOT NULL,
	"parcels" integer NOT NULL,
	"unpriced" integer NOT NULL,
	"charged" numeric NOT NULL,
	"expected" numeric NOT NULL,
	"billed" numeric NOT NULL,
	"expected_of_billed" numeric NOT NULL,
	"billed_shipments" integer NOT NULL,
	CONSTRAINT "result_sums_dimension_dimension_2_month_value_value_2_pk" PRIMARY KEY("dimension","dimension_2","month","value","value_2")
);
--> statement-breakpoint
CREATE TABLE "shipment_results" (
	"charge" uuid NOT NULL,
	"position" integer NOT NULL,
	"order_number" text NOT NULL,
	"day" text NOT NULL,
	"carrier" text NOT NULL,
	"service" text NOT NULL,
	"zone" text NOT NULL,
	"channel" text NOT NULL,
	"country" text NOT NULL,
	"offer" text NOT NULL,
	"origin" text NOT NULL,
	"weight_break" text NOT NULL,
	"goods_class" text NOT NULL,
	"customer_group" text NOT NULL,
	"concessions" text[] NOT NULL,
	"sell_tariff" text NOT NULL,
	"sell_zone" text NOT NULL,
	"sell_edge" text NOT NULL,
	"sell_band" text NOT NULL,
	"orders" integer NOT NULL,
	"parcels" integer NOT NULL,
	"handed_over" boolean NOT NULL,
	"charged" numeric,
	"expected" numeric,
	"billed" numeric,
	"margin" numeric GENERATED ALWAYS AS (charged - coalesce(billed, expected)) STORED,
	CONSTRAINT "shipment_results_charge_position_pk" PRIMARY KEY("charge","position")
);
--> statement-breakpoint
CREATE TABLE "stale_results" (
	"order_number" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stale_sums" (
	"month" text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
ALTER TABLE "objections" ADD CONSTRAINT "objections_bill_bills_id_fk" FOREIGN KEY ("bill") REFERENCES "public"."bills"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shipment_results_by_order" ON "shipment_results" USING btree ("order_number");--> statement-breakpoint
CREATE INDEX "shipment_results_by_day" ON "shipment_results" USING btree ("day");--> statement-breakpoint
CREATE INDEX "shipment_results_by_sell_tariff" ON "shipment_results" USING btree ("sell_tariff","day") WHERE sell_tariff <> '';--> statement-breakpoint
CREATE INDEX "shipment_results_by_loss" ON "shipment_results" USING btree (left("day", 7),"margin");--> statement-breakpoint
CREATE INDEX "stale_results_by_order" ON "stale_results" USING btree ("order_number");
--> statement-breakpoint
CREATE FUNCTION results_of_order_stale() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	INSERT INTO "stale_results" ("order_number") VALUES (coalesce(NEW."number", OLD."number"));
	RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION results_of_part_stale() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF coalesce(NEW."order_number", OLD."order_number") IS NOT NULL THEN
		INSERT INTO "stale_results" ("order_number") VALUES (coalesce(NEW."order_number", OLD."order_number"));
	END IF;
	RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER "orders_done_tell_results" AFTER INSERT ON "orders" FOR EACH ROW WHEN (NEW."state" IN ('confirmed', 'handed-over')) EXECUTE FUNCTION results_of_order_stale();--> statement-breakpoint
CREATE TRIGGER "orders_changed_tell_results" AFTER UPDATE OF "state", "charge", "charge_net" ON "orders" FOR EACH ROW WHEN (OLD."state" IN ('confirmed', 'handed-over') OR NEW."state" IN ('confirmed', 'handed-over')) EXECUTE FUNCTION results_of_order_stale();--> statement-breakpoint
CREATE TRIGGER "orders_gone_tell_results" AFTER DELETE ON "orders" FOR EACH ROW WHEN (OLD."state" IN ('confirmed', 'handed-over')) EXECUTE FUNCTION results_of_order_stale();--> statement-breakpoint
CREATE TRIGGER "dispatches_tell_results" AFTER INSERT OR UPDATE OR DELETE ON "dispatches" FOR EACH ROW EXECUTE FUNCTION results_of_part_stale();--> statement-breakpoint
CREATE TRIGGER "credits_tell_results" AFTER INSERT OR UPDATE OR DELETE ON "credits" FOR EACH ROW EXECUTE FUNCTION results_of_part_stale();--> statement-breakpoint
CREATE TRIGGER "bills_tell_results" AFTER INSERT OR UPDATE OR DELETE ON "billed_shipments" FOR EACH ROW EXECUTE FUNCTION results_of_part_stale();--> statement-breakpoint
INSERT INTO "stale_results" ("order_number") SELECT "number" FROM "orders" WHERE "state" IN ('confirmed', 'handed-over');
