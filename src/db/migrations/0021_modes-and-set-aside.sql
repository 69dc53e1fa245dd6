CREATE TABLE "set_aside_findings" (
	"key" text PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"said_at" timestamp with time zone NOT NULL,
	"said_by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "items" ADD COLUMN "not_by" text[];--> statement-breakpoint
ALTER TABLE "goods_classes" ADD COLUMN "not_by" text[];--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "mode" text;--> statement-breakpoint
CREATE INDEX "shipment_results_by_lane" ON "shipment_results" USING btree ("service","zone","day");