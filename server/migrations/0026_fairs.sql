CREATE TABLE "fair_good" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"fair_id" uuid NOT NULL,
	"colourway_id" uuid NOT NULL,
	"brought" integer NOT NULL,
	"price_minor" integer NOT NULL,
	"sold" integer,
	CONSTRAINT "fair_good_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "fair_good_once" UNIQUE("shop_id","fair_id","colourway_id"),
	CONSTRAINT "fair_good_cards" CHECK ("fair_good"."brought" >= 0 and "fair_good"."price_minor" >= 0 and coalesce("fair_good"."sold", 0) between 0 and "fair_good"."brought")
);
--> statement-breakpoint
CREATE TABLE "fair" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"fair_on" date NOT NULL,
	"size" text NOT NULL,
	"weather" text NOT NULL,
	"table_length" integer NOT NULL,
	"table_depth" integer NOT NULL,
	"tiers" integer NOT NULL,
	"stand_minutes" integer NOT NULL,
	"fee_minor" integer NOT NULL,
	"float_minor" integer NOT NULL,
	"tin_minor" integer,
	CONSTRAINT "fair_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "fair_kind" CHECK ("fair"."size" in ('small', 'usual', 'large') and "fair"."weather" in ('fine', 'unsettled', 'rain')),
	CONSTRAINT "fair_table" CHECK ("fair"."table_length" > 0 and "fair"."table_depth" > 0 and "fair"."tiers" > 0 and "fair"."stand_minutes" > 0)
);
--> statement-breakpoint
CREATE TABLE "sale_line" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"sale_id" uuid NOT NULL,
	"colourway_id" uuid NOT NULL,
	"quantity" integer NOT NULL,
	"price_minor" integer NOT NULL,
	CONSTRAINT "sale_line_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "sale_line_cards" CHECK ("sale_line"."quantity" > 0 and "sale_line"."price_minor" >= 0)
);
--> statement-breakpoint
CREATE TABLE "sale" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"fair_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"is_back" boolean NOT NULL,
	"paid" text NOT NULL,
	"tender_minor" integer,
	"tip_minor" integer NOT NULL,
	CONSTRAINT "sale_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "sale_money" CHECK ("sale"."paid" in ('cash', 'card') and "sale"."tip_minor" >= 0 and coalesce("sale"."tender_minor", 0) >= 0)
);
--> statement-breakpoint
ALTER TABLE "fair_good" ADD CONSTRAINT "fair_good_shop_id_fair_id_fair_shop_id_id_fk" FOREIGN KEY ("shop_id","fair_id") REFERENCES "public"."fair"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fair_good" ADD CONSTRAINT "fair_good_shop_id_colourway_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","colourway_id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fair" ADD CONSTRAINT "fair_shop_id_id_undertaking_shop_id_id_fk" FOREIGN KEY ("shop_id","id") REFERENCES "public"."undertaking"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sale_line" ADD CONSTRAINT "sale_line_shop_id_sale_id_sale_shop_id_id_fk" FOREIGN KEY ("shop_id","sale_id") REFERENCES "public"."sale"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sale_line" ADD CONSTRAINT "sale_line_shop_id_colourway_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","colourway_id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sale" ADD CONSTRAINT "sale_shop_id_fair_id_fair_shop_id_id_fk" FOREIGN KEY ("shop_id","fair_id") REFERENCES "public"."fair"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fair_by_day" ON "fair" USING btree ("shop_id","fair_on","id");--> statement-breakpoint
CREATE INDEX "fair_open" ON "fair" USING btree ("shop_id") WHERE "fair"."tin_minor" is null;--> statement-breakpoint
CREATE INDEX "sale_line_by_sale" ON "sale_line" USING btree ("shop_id","sale_id");--> statement-breakpoint
CREATE INDEX "sale_by_fair" ON "sale" USING btree ("shop_id","fair_id");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON fair TO yule_app;
--> statement-breakpoint
ALTER TABLE fair ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE fair FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON fair USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON fair_good TO yule_app;
--> statement-breakpoint
ALTER TABLE fair_good ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE fair_good FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON fair_good USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sale TO yule_app;
--> statement-breakpoint
ALTER TABLE sale ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE sale FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON sale USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sale_line TO yule_app;
--> statement-breakpoint
ALTER TABLE sale_line ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE sale_line FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON sale_line USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
