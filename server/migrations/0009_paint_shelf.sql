CREATE TABLE "paint" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"pigments" text[] NOT NULL,
	"form" text NOT NULL,
	"strength" double precision,
	"covering" text,
	"stains" boolean,
	"granulates" boolean,
	"lightfast" integer,
	"metallic" boolean,
	"chart" text,
	"ml" double precision,
	"cost_minor" integer,
	"gone" boolean DEFAULT false NOT NULL,
	CONSTRAINT "paint_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "paint_strength" CHECK ("paint"."strength" is null or "paint"."strength" > 0),
	CONSTRAINT "paint_lightfast" CHECK ("paint"."lightfast" is null or "paint"."lightfast" between 1 and 8),
	CONSTRAINT "paint_price" CHECK (("paint"."ml" is null or "paint"."ml" > 0) and ("paint"."cost_minor" is null or "paint"."cost_minor" >= 0)),
	CONSTRAINT "paint_look" CHECK ("paint"."chart" ~ '^#[0-9a-fA-F]{6}$' or ("paint"."chart" is null and cardinality("paint"."pigments") > 0))
);
--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "hex" text;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "metallic" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "touches" jsonb;--> statement-breakpoint
ALTER TABLE "paint" ADD CONSTRAINT "paint_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "store" ADD CONSTRAINT "store_hex" CHECK ("store"."hex" is null or "store"."hex" ~ '^#[0-9a-fA-F]{6}$');--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON paint TO yule_app;
--> statement-breakpoint
ALTER TABLE paint ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE paint FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON paint USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
