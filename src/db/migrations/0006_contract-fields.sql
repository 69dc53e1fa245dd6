ALTER TABLE "offers" ADD COLUMN "currency" text;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "destinations" jsonb;