CREATE TABLE "personal_data_rules" (
	"id" integer PRIMARY KEY NOT NULL,
	"keep_months" integer
);
--> statement-breakpoint
CREATE INDEX "orders_by_customer" ON "orders" USING btree ("customer_name","postcode");--> statement-breakpoint
ALTER TABLE "personal_data_rules" ADD CONSTRAINT "personal_data_rules_one_row" CHECK ("id" = 1);--> statement-breakpoint
ALTER TABLE "personal_data_rules" ADD CONSTRAINT "personal_data_rules_months" CHECK ("keep_months" BETWEEN 1 AND 240);
