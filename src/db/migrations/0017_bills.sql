CREATE TABLE "bill_words" (
	"carrier" text PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"codes" jsonb NOT NULL,
	"services" jsonb NOT NULL,
	"zones" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "billed_shipments" (
	"bill" uuid NOT NULL,
	"position" integer NOT NULL,
	"lines" integer[] NOT NULL,
	"parcel" jsonb NOT NULL,
	"billed" jsonb NOT NULL,
	"match" text NOT NULL,
	"score" integer,
	"taken" boolean NOT NULL,
	"charge" uuid,
	"shipment" integer,
	"order_number" text,
	"explained" jsonb,
	"expected_home" numeric,
	"billed_home" numeric,
	CONSTRAINT "billed_shipments_bill_position_pk" PRIMARY KEY("bill","position")
);
--> statement-breakpoint
CREATE TABLE "bills" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"carrier" text NOT NULL,
	"number" text NOT NULL,
	"date" text NOT NULL,
	"currency" text NOT NULL,
	"total" numeric NOT NULL,
	"lines" jsonb NOT NULL,
	"fees" integer[] NOT NULL,
	"fees_home" numeric,
	"unread" text[] NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"taken_by" text NOT NULL,
	CONSTRAINT "bills_once" UNIQUE("carrier","number")
);
--> statement-breakpoint
ALTER TABLE "billed_shipments" ADD CONSTRAINT "billed_shipments_bill_bills_id_fk" FOREIGN KEY ("bill") REFERENCES "public"."bills"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "billed_shipments_by_shipment" ON "billed_shipments" USING btree ("charge","shipment");--> statement-breakpoint
CREATE INDEX "billed_shipments_by_order" ON "billed_shipments" USING btree ("order_number");--> statement-breakpoint
CREATE INDEX "bills_by_date" ON "bills" USING btree ("date");