CREATE TABLE "deliveries" (
	"order_number" text NOT NULL,
	"service" text NOT NULL,
	"origin" text NOT NULL,
	"day" text NOT NULL,
	"said_at" timestamp with time zone NOT NULL,
	"said_by" text NOT NULL,
	CONSTRAINT "deliveries_order_number_service_origin_pk" PRIMARY KEY("order_number","service","origin")
);
--> statement-breakpoint
CREATE TABLE "arrival_sums" (
	"month" text NOT NULL,
	"service" text NOT NULL,
	"zone" text NOT NULL,
	"transit_days" integer NOT NULL,
	"days_late" integer NOT NULL,
	"shipments" integer NOT NULL,
	CONSTRAINT "arrival_sums_month_service_zone_transit_days_days_late_pk" PRIMARY KEY("month","service","zone","transit_days","days_late")
);
--> statement-breakpoint
CREATE TABLE "sold_sums" (
	"month" text NOT NULL,
	"tariff" text NOT NULL,
	"zone" text NOT NULL,
	"edge" text NOT NULL,
	"band" text NOT NULL,
	"charged" numeric NOT NULL,
	"orders" integer NOT NULL,
	"cost" numeric NOT NULL,
	CONSTRAINT "sold_sums_tariff_month_zone_edge_band_charged_pk" PRIMARY KEY("tariff","month","zone","edge","band","charged")
);
--> statement-breakpoint
ALTER TABLE "bills" ADD COLUMN "shipments" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "bills" ADD COLUMN "matched" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "bills" ADD COLUMN "expected_home" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "bills" ADD COLUMN "matched_home" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "bills" ADD COLUMN "others_home" numeric DEFAULT '0' NOT NULL;--> statement-breakpoint
ALTER TABLE "shipment_results" ADD COLUMN "billed_on" text;--> statement-breakpoint
ALTER TABLE "shipment_results" ADD COLUMN "promised_on" text;--> statement-breakpoint
ALTER TABLE "shipment_results" ADD COLUMN "delivered_on" text;--> statement-breakpoint
ALTER TABLE "shipment_results" ADD COLUMN "transit_days" integer;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE FUNCTION add_to_bills() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	UPDATE "bills" SET
		"shipments" = "bills"."shipments" + own."shipments", "matched" = "bills"."matched" + own."matched",
		"expected_home" = "bills"."expected_home" + own."expected", "matched_home" = "bills"."matched_home" + own."billed",
		"others_home" = "bills"."others_home" + own."others"
	FROM (
		SELECT "bill", count(*)::int AS "shipments", (count(*) FILTER (WHERE "taken"))::int AS "matched",
			coalesce(sum("expected_home") FILTER (WHERE "taken"), 0) AS "expected",
			coalesce(sum("billed_home") FILTER (WHERE "taken"), 0) AS "billed",
			coalesce(sum("billed_home") FILTER (WHERE NOT "taken"), 0) AS "others"
		FROM "added" GROUP BY "bill"
	) AS own WHERE "bills"."id" = own."bill";
	RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION take_from_bills() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	UPDATE "bills" SET
		"shipments" = "bills"."shipments" - own."shipments", "matched" = "bills"."matched" - own."matched",
		"expected_home" = "bills"."expected_home" - own."expected", "matched_home" = "bills"."matched_home" - own."billed",
		"others_home" = "bills"."others_home" - own."others"
	FROM (
		SELECT "bill", count(*)::int AS "shipments", (count(*) FILTER (WHERE "taken"))::int AS "matched",
			coalesce(sum("expected_home") FILTER (WHERE "taken"), 0) AS "expected",
			coalesce(sum("billed_home") FILTER (WHERE "taken"), 0) AS "billed",
			coalesce(sum("billed_home") FILTER (WHERE NOT "taken"), 0) AS "others"
		FROM "gone" GROUP BY "bill"
	) AS own WHERE "bills"."id" = own."bill";
	RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER "billed_added" AFTER INSERT ON "billed_shipments" REFERENCING NEW TABLE AS "added" FOR EACH STATEMENT EXECUTE FUNCTION add_to_bills();--> statement-breakpoint
CREATE TRIGGER "billed_changed_from" AFTER UPDATE ON "billed_shipments" REFERENCING OLD TABLE AS "gone" FOR EACH STATEMENT EXECUTE FUNCTION take_from_bills();--> statement-breakpoint
CREATE TRIGGER "billed_changed_to" AFTER UPDATE ON "billed_shipments" REFERENCING NEW TABLE AS "added" FOR EACH STATEMENT EXECUTE FUNCTION add_to_bills();--> statement-breakpoint
CREATE TRIGGER "billed_gone" AFTER DELETE ON "billed_shipments" REFERENCING OLD TABLE AS "gone" FOR EACH STATEMENT EXECUTE FUNCTION take_from_bills();--> statement-breakpoint
UPDATE "bills" SET "shipments" = own."shipments", "matched" = own."matched", "expected_home" = own."expected", "matched_home" = own."billed", "others_home" = own."others"
FROM (
	SELECT "bill", count(*)::int AS "shipments", (count(*) FILTER (WHERE "taken"))::int AS "matched",
		coalesce(sum("expected_home") FILTER (WHERE "taken"), 0) AS "expected",
		coalesce(sum("billed_home") FILTER (WHERE "taken"), 0) AS "billed",
		coalesce(sum("billed_home") FILTER (WHERE NOT "taken"), 0) AS "others"
	FROM "billed_shipments" GROUP BY "bill"
) AS own WHERE "bills"."id" = own."bill";--> statement-breakpoint
CREATE TRIGGER "deliveries_tell_results" AFTER INSERT OR UPDATE OR DELETE ON "deliveries" FOR EACH ROW EXECUTE FUNCTION results_of_part_stale();--> statement-breakpoint
INSERT INTO "stale_results" ("order_number") SELECT "number" FROM "orders" WHERE "state" IN ('confirmed', 'handed-over');
