ALTER TABLE "desk_rules" ADD COLUMN "most_by_hand" numeric;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "asked" jsonb;