CREATE TABLE "shipments" (
	"charge" uuid NOT NULL,
	"position" integer NOT NULL,
	"order_number" text NOT NULL,
	"offer" text NOT NULL,
	"service" text NOT NULL,
	"origin" text NOT NULL,
	"actual_weight" numeric,
	"chargeable_weight" numeric,
	"volume" numeric,
	"pieces" integer NOT NULL,
	"parcels" integer NOT NULL,
	"cost" numeric NOT NULL,
	CONSTRAINT "shipments_charge_position_pk" PRIMARY KEY("charge","position")
);
--> statement-breakpoint
CREATE TABLE "cell_notes" (
	"tariff" text NOT NULL,
	"edition" text NOT NULL,
	"zone" text NOT NULL,
	"edge" text NOT NULL,
	"band" text NOT NULL,
	"note" text NOT NULL,
	"written_at" timestamp with time zone NOT NULL,
	"written_by" text NOT NULL,
	CONSTRAINT "cell_notes_tariff_edition_zone_edge_band_pk" PRIMARY KEY("tariff","edition","zone","edge","band")
);
--> statement-breakpoint
CREATE TABLE "file_plans" (
	"shape" text PRIMARY KEY NOT NULL,
	"plan" jsonb NOT NULL,
	"used_at" timestamp with time zone NOT NULL,
	"used_by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "shipments" ADD CONSTRAINT "shipments_charge_charges_id_fk" FOREIGN KEY ("charge") REFERENCES "public"."charges"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shipments" ADD CONSTRAINT "shipments_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shipments_by_service" ON "shipments" USING btree ("service");--> statement-breakpoint
CREATE INDEX "shipments_by_offer" ON "shipments" USING btree ("offer");