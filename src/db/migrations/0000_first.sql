CREATE TABLE "activity" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"who" text NOT NULL,
	"what" text NOT NULL,
	"subject" text NOT NULL,
	"old_value" jsonb,
	"new_value" jsonb
);
--> statement-breakpoint
CREATE TABLE "charges" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"order_number" text NOT NULL,
	"applied_at" timestamp with time zone NOT NULL,
	"applied_by" text NOT NULL,
	"basis" text NOT NULL,
	"stamp" integer NOT NULL,
	"currency" text NOT NULL,
	"quote" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "items" (
	"sku" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"gtin" text,
	"weight" jsonb,
	"size" jsonb,
	"goods_class" text,
	"unit_price" numeric,
	"currency" text,
	"tax_percent" numeric,
	"shippable" boolean,
	"ships_alone" boolean,
	"stock" jsonb
);
--> statement-breakpoint
CREATE TABLE "order_lines" (
	"order_number" text NOT NULL,
	"position" integer NOT NULL,
	"sku" text NOT NULL,
	"quantity" integer NOT NULL,
	"unit_price" numeric NOT NULL,
	"discount" numeric,
	"tax_percent" numeric,
	"origin" text,
	CONSTRAINT "order_lines_order_number_position_pk" PRIMARY KEY("order_number","position")
);
--> statement-breakpoint
CREATE TABLE "orders" (
	"number" text PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"channel" text NOT NULL,
	"placed_at" timestamp with time zone NOT NULL,
	"customer_name" text NOT NULL,
	"customer_group" text,
	"street" text NOT NULL,
	"city" text NOT NULL,
	"postcode" text NOT NULL,
	"subdivision" text,
	"country" text NOT NULL,
	"po_box" boolean DEFAULT false NOT NULL,
	"collection_point" boolean DEFAULT false NOT NULL,
	"coupon" text,
	"cash_on_delivery" boolean DEFAULT false NOT NULL,
	"signature" boolean DEFAULT false NOT NULL,
	"state" text NOT NULL,
	"charge" uuid
);
--> statement-breakpoint
CREATE TABLE "sign_in_accounts" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "api_keys" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"scopes" text[] NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "api_keys_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "rate_limits" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limits_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "sessions_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"role" text DEFAULT 'viewer' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "people_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verifications" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "business" (
	"id" integer PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"country" text NOT NULL,
	"home_currency" text NOT NULL,
	"time_zone" text NOT NULL,
	"units" jsonb NOT NULL,
	"delivery_tax_percent" numeric NOT NULL,
	"delivery_tax" text
);
--> statement-breakpoint
CREATE TABLE "carriers" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"legal_name" text,
	"country" text NOT NULL,
	"language" text,
	"currency" text NOT NULL,
	"tax_id" text,
	"scac" text,
	"website" text,
	"units" jsonb NOT NULL,
	"workdays" integer[] NOT NULL,
	"fuel_index" jsonb,
	"addresses" jsonb,
	"contacts" jsonb,
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "channels" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"currency" text NOT NULL,
	"prices_include_tax" boolean NOT NULL,
	"when_free" text,
	"preselect" text,
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "charge_types" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"tax_percent" numeric,
	"reason_code" text
);
--> statement-breakpoint
CREATE TABLE "connections" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"adapter" text NOT NULL,
	"carrier" text NOT NULL,
	"timeout_ms" integer NOT NULL,
	"cache_minutes" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "exchange_rates" (
	"position" integer PRIMARY KEY NOT NULL,
	"from_currency" text NOT NULL,
	"to_currency" text NOT NULL,
	"rate" numeric NOT NULL,
	"as_of" date NOT NULL
);
--> statement-breakpoint
CREATE TABLE "goods_classes" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"default_weight" jsonb
);
--> statement-breakpoint
CREATE TABLE "item_exceptions" (
	"position" integer PRIMARY KEY NOT NULL,
	"item" text,
	"goods_class" text,
	"offer" text,
	"destinations" jsonb,
	"effect" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "offers" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"names" jsonb,
	"text" text,
	"channels" text[] NOT NULL,
	"tier" text,
	"services" text[] NOT NULL,
	"pick" text NOT NULL,
	"across_origins" text NOT NULL,
	"destinations" jsonb,
	"po_box" boolean,
	"customer_groups" text[],
	"only_goods_classes" text[],
	"refuses_goods_classes" text[],
	"coupon_only" text,
	"plan" jsonb NOT NULL,
	"charged" text,
	"adjust" jsonb,
	"free" jsonb,
	"charge_type" text NOT NULL,
	"tax_percent" numeric,
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "origins" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"address" jsonb NOT NULL,
	"return_address" jsonb,
	"position_lat" double precision,
	"position_lon" double precision,
	"contact" jsonb,
	"time_zone" text NOT NULL,
	"cut_off" text NOT NULL,
	"handling_days" integer NOT NULL,
	"workdays" integer[] NOT NULL,
	"holidays" date[],
	"rank" integer NOT NULL,
	"serves" jsonb,
	"refuses_goods_classes" text[],
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "services" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"carrier" text NOT NULL,
	"name" text NOT NULL,
	"tier" text NOT NULL,
	"origins" text[],
	"transit" jsonb NOT NULL,
	"limits" jsonb,
	"accepts" jsonb,
	"volumetric" jsonb,
	"weight_step" jsonb,
	"rate" jsonb NOT NULL,
	"surcharges" jsonb,
	"active" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setup_state" (
	"id" integer PRIMARY KEY NOT NULL,
	"stamp" integer NOT NULL,
	"changed_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sourcing" (
	"id" integer PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"split" text NOT NULL,
	"objectives" text[] NOT NULL,
	"fallback_origin" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tariff_breaks" (
	"tariff" text NOT NULL,
	"edition" integer NOT NULL,
	"position" integer NOT NULL,
	"edge" numeric,
	"rate" text NOT NULL,
	"per" numeric,
	CONSTRAINT "tariff_breaks_tariff_edition_position_pk" PRIMARY KEY("tariff","edition","position")
);
--> statement-breakpoint
CREATE TABLE "tariff_editions" (
	"tariff" text NOT NULL,
	"position" integer NOT NULL,
	"label" text NOT NULL,
	"valid_from" date NOT NULL,
	"valid_to" date,
	"bands" jsonb,
	"lower_next_break" boolean,
	CONSTRAINT "tariff_editions_tariff_position_pk" PRIMARY KEY("tariff","position")
);
--> statement-breakpoint
CREATE TABLE "tariff_rows" (
	"tariff" text NOT NULL,
	"edition" integer NOT NULL,
	"position" integer NOT NULL,
	"zone" text NOT NULL,
	"rates" jsonb NOT NULL,
	"minimum" numeric,
	"maximum" numeric,
	CONSTRAINT "tariff_rows_tariff_edition_position_pk" PRIMARY KEY("tariff","edition","position")
);
--> statement-breakpoint
CREATE TABLE "tariffs" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"side" text NOT NULL,
	"currency" text NOT NULL,
	"zone_chart" text NOT NULL,
	"measure" text NOT NULL,
	"unit" text,
	"boundary" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "zone_charts" (
	"code" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"origins" text[]
);
--> statement-breakpoint
CREATE TABLE "zone_entries" (
	"chart" text NOT NULL,
	"position" integer NOT NULL,
	"zone" text,
	"country" text NOT NULL,
	"subdivision" text,
	"postcode" text,
	CONSTRAINT "zone_entries_chart_position_pk" PRIMARY KEY("chart","position")
);
--> statement-breakpoint
CREATE TABLE "zones" (
	"chart" text NOT NULL,
	"position" integer NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "zones_chart_position_pk" PRIMARY KEY("chart","position")
);
--> statement-breakpoint
ALTER TABLE "charges" ADD CONSTRAINT "charges_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "order_lines" ADD CONSTRAINT "order_lines_order_number_orders_number_fk" FOREIGN KEY ("order_number") REFERENCES "public"."orders"("number") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_in_accounts" ADD CONSTRAINT "sign_in_accounts_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_user_id_people_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tariff_breaks" ADD CONSTRAINT "tariff_breaks_tariff_edition_tariff_editions_tariff_position_fk" FOREIGN KEY ("tariff","edition") REFERENCES "public"."tariff_editions"("tariff","position") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tariff_editions" ADD CONSTRAINT "tariff_editions_tariff_tariffs_code_fk" FOREIGN KEY ("tariff") REFERENCES "public"."tariffs"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tariff_rows" ADD CONSTRAINT "tariff_rows_tariff_edition_tariff_editions_tariff_position_fk" FOREIGN KEY ("tariff","edition") REFERENCES "public"."tariff_editions"("tariff","position") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zone_entries" ADD CONSTRAINT "zone_entries_chart_zone_charts_code_fk" FOREIGN KEY ("chart") REFERENCES "public"."zone_charts"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zones" ADD CONSTRAINT "zones_chart_zone_charts_code_fk" FOREIGN KEY ("chart") REFERENCES "public"."zone_charts"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "activity_by_time" ON "activity" USING btree ("at");--> statement-breakpoint
CREATE INDEX "activity_by_subject" ON "activity" USING btree ("subject");--> statement-breakpoint
CREATE INDEX "charges_by_order" ON "charges" USING btree ("order_number","applied_at");--> statement-breakpoint
CREATE INDEX "orders_by_state" ON "orders" USING btree ("state","placed_at");