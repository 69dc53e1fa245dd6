CREATE TABLE "moved_items" (
	"sku" text NOT NULL,
	"moved" integer NOT NULL
);
