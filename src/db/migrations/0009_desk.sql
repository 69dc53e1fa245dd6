CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE SEQUENCE "order_numbers" START 100001;
--> statement-breakpoint
CREATE TABLE "commitments" (
	"order_number" text NOT NULL,
	"sku" text NOT NULL,
	"origin" text NOT NULL,
	"quantity" integer NOT NULL,
	CONSTRAINT "commitments_order_number_sku_origin_pk" PRIMARY KEY("order_number","sku","origin")
);
--> statement-breakpoint
CREATE TABLE "credits" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"order_number" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" text NOT NULL,
	"reason" text NOT NULL,
	"payer" text NOT NULL,
	"currency" text NOT NULL,
	"lines" jsonb NOT NULL,
	"delivery" jsonb,
	"net" numeric NOT NULL,
	"tax" numeric NOT NULL,
	"return_cost" numeric
);
--> statement-breakpoint
CREATE TABLE "desk_rules" (
	"channel" text PRIMARY KEY NOT NULL,
	"take" text NOT NULL,
	"most_loss" numeric NOT NULL
);
--> statement-breakpoint
CREATE TABLE "dispatches" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"order_number" text NOT NULL,
	"day" text NOT NULL,
	"service" text NOT NULL,
	"origin" text NOT NULL,
	"tracking" text[] NOT NULL,
	"lines" jsonb NOT NULL,
	"parcels" integer NOT NULL,
	"weight" numeric,
	"said_at" timestamp with time zone NOT NULL,
	"said_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "idempotent_calls" (
	"name" text PRIMARY KEY NOT NULL,
	"asked" text NOT NULL,
	"status" integer NOT NULL,
	"headers" jsonb NOT NULL,
	"body" text NOT NULL,
	"called_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "charges" ADD COLUMN "by_hand" jsonb;--> statement-breakpoint
ALTER TABLE "charges" ADD COLUMN "batch" uuid;--> statement-breakpoint
ALTER TABLE "charges" ADD COLUMN "replaces" uuid;--> statement-breakpoint
CREATE INDEX "charges_by_batch" ON "charges" USING btree ("batch") WHERE batch is not null;--> statement-breakpoint
ALTER TABLE "order_lines" ADD COLUMN "origins" jsonb;--> statement-breakpoint
ALTER TABLE "order_lines" ADD COLUMN "item" jsonb;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "customer_reference" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "customer_tax_id" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "recipient" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "phone" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "email" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "bill_to" jsonb;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "wish" jsonb;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "look" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "received_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "received" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "stale_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "goods" numeric;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "charge_net" numeric;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "cost" numeric;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "margin" numeric;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "offer" text;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "services" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "origins" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "words" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "commitments" ADD CONSTRAINT "commitments_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "credits" ADD CONSTRAINT "credits_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dispatches" ADD CONSTRAINT "dispatches_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "commitments_by_item" ON "commitments" USING btree ("sku");--> statement-breakpoint
CREATE INDEX "credits_by_order" ON "credits" USING btree ("order_number");--> statement-breakpoint
CREATE INDEX "dispatches_by_order" ON "dispatches" USING btree ("order_number");--> statement-breakpoint
CREATE INDEX "dispatches_by_day" ON "dispatches" USING btree ("day");--> statement-breakpoint
CREATE INDEX "idempotent_calls_by_time" ON "idempotent_calls" USING btree ("called_at");--> statement-breakpoint
CREATE INDEX "orders_by_time" ON "orders" USING btree ("placed_at","number");--> statement-breakpoint
CREATE INDEX "orders_stale" ON "orders" USING btree ("stale_at") WHERE stale_at is not null;--> statement-breakpoint
CREATE INDEX "orders_by_words" ON "orders" USING gin ("words" gin_trgm_ops);
--> statement-breakpoint
ALTER TABLE "orders" DROP CONSTRAINT "orders_state_known";
--> statement-breakpoint
UPDATE "orders" SET "state" = 'confirmed' WHERE "state" = 'done';
--> statement-breakpoint
UPDATE "orders" SET "state" = 'to-rate' WHERE "state" = 'needs-look';
--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_state_known"
	CHECK ("state" IN ('received', 'to-rate', 'out-of-date', 'ready', 'confirmed', 'handed-over', 'cancelled'));
--> statement-breakpoint
-- where it stands, and what is odd about it, is worked out by whoever looks first
UPDATE "orders" SET "stale_at" = now() WHERE "state" <> 'confirmed';
--> statement-breakpoint
UPDATE "orders" o SET
	"words" = lower(concat_ws(' ', o."number", o."customer_name", o."city", o."postcode", l."skus")),
	"goods" = l."goods"
FROM (
	SELECT "order_number", string_agg("sku", ' ' ORDER BY "position") AS "skus",
		sum("unit_price" * "quantity" - coalesce("discount", 0)) AS "goods"
	FROM "order_lines" GROUP BY "order_number"
) l WHERE l."order_number" = o."number";
--> statement-breakpoint
UPDATE "orders" o SET
	"offer" = c."quote"->>'offer',
	"charge_net" = (c."quote"->>'net')::numeric,
	"cost" = (c."quote"->>'cost')::numeric,
	"margin" = (c."quote"->>'margin')::numeric,
	"services" = array(SELECT DISTINCT s."service" FROM "shipments" s WHERE s."charge" = c."id" ORDER BY 1),
	"origins" = array(SELECT DISTINCT s."origin" FROM "shipments" s WHERE s."charge" = c."id" ORDER BY 1)
FROM "charges" c WHERE c."id" = o."charge";
--> statement-breakpoint
-- what is promised to orders that have not left
INSERT INTO "commitments" ("order_number", "sku", "origin", "quantity")
SELECT o."number", line->>'sku', shipment->>'origin', sum((line->>'quantity')::integer)
FROM "orders" o JOIN "charges" c ON c."id" = o."charge",
	jsonb_array_elements(c."quote"->'shipments') AS shipment,
	jsonb_array_elements(shipment->'lines') AS line
WHERE o."state" <> 'confirmed'
GROUP BY 1, 2, 3;
