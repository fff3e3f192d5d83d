CREATE TABLE "card_box" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"place" text DEFAULT '' NOT NULL,
	CONSTRAINT "card_box_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "left_stock" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"box_id" uuid,
	"counted" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "left_stock_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "making" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"need_id" uuid NOT NULL,
	"step" text NOT NULL,
	"cards" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"retracted" boolean DEFAULT false NOT NULL,
	CONSTRAINT "making_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "making_cards" CHECK ("making"."cards" > 0)
);
--> statement-breakpoint
CREATE TABLE "rescue" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"unit_id" uuid NOT NULL,
	"cause" text NOT NULL,
	"way" text NOT NULL,
	"done_at" timestamp with time zone,
	"worked" boolean,
	CONSTRAINT "rescue_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "fault_matter" (
	"shop_id" uuid NOT NULL,
	"design_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"good" integer NOT NULL,
	"bad" integer NOT NULL,
	CONSTRAINT "fault_matter_shop_id_design_id_kind_pk" PRIMARY KEY("shop_id","design_id","kind")
);
--> statement-breakpoint
CREATE TABLE "panel_fate" (
	"shop_id" uuid NOT NULL,
	"design_id" uuid NOT NULL,
	"air" text NOT NULL,
	"hour" text NOT NULL,
	"stage" text NOT NULL,
	"cause" text NOT NULL,
	"panels" integer NOT NULL,
	CONSTRAINT "panel_fate_shop_id_design_id_air_hour_stage_cause_pk" PRIMARY KEY("shop_id","design_id","air","hour","stage","cause")
);
--> statement-breakpoint
CREATE TABLE "rescue_seen" (
	"shop_id" uuid NOT NULL,
	"cause" text NOT NULL,
	"way" text NOT NULL,
	"worked" integer NOT NULL,
	"failed" integer NOT NULL,
	CONSTRAINT "rescue_seen_shop_id_cause_way_pk" PRIMARY KEY("shop_id","cause","way")
);
--> statement-breakpoint
CREATE TABLE "stage_yield" (
	"shop_id" uuid NOT NULL,
	"stage_id" uuid NOT NULL,
	"through" integer NOT NULL,
	"lost" integer NOT NULL,
	CONSTRAINT "stage_yield_shop_id_stage_id_pk" PRIMARY KEY("shop_id","stage_id")
);
--> statement-breakpoint
ALTER TABLE "need_line" ADD COLUMN "box_id" uuid;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "causes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "doubt_hundredths" integer;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "seen" text[];--> statement-breakpoint
ALTER TABLE "design_yield" ADD COLUMN "stashed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "design_yield" ADD COLUMN "served" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "left_stock" ADD CONSTRAINT "left_stock_shop_id_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "left_stock" ADD CONSTRAINT "left_stock_shop_id_box_id_card_box_shop_id_id_fk" FOREIGN KEY ("shop_id","box_id") REFERENCES "public"."card_box"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "making" ADD CONSTRAINT "making_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rescue" ADD CONSTRAINT "rescue_shop_id_unit_id_unit_shop_id_id_fk" FOREIGN KEY ("shop_id","unit_id") REFERENCES "public"."unit"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault_matter" ADD CONSTRAINT "fault_matter_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "panel_fate" ADD CONSTRAINT "panel_fate_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage_yield" ADD CONSTRAINT "stage_yield_shop_id_stage_id_stage_shop_id_id_fk" FOREIGN KEY ("shop_id","stage_id") REFERENCES "public"."stage"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "card_box_by_name" ON "card_box" USING btree ("shop_id","name");--> statement-breakpoint
CREATE INDEX "making_by_need" ON "making" USING btree ("shop_id","need_id");--> statement-breakpoint
CREATE INDEX "rescue_by_unit" ON "rescue" USING btree ("shop_id","unit_id");--> statement-breakpoint
CREATE INDEX "rescue_open" ON "rescue" USING btree ("shop_id") WHERE "rescue"."worked" is null;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_doubt" CHECK ("unit"."doubt_hundredths" between 0 and 100);
--> statement-breakpoint
ALTER TABLE need_line ADD CONSTRAINT need_line_box FOREIGN KEY (shop_id, box_id) REFERENCES card_box(shop_id, id);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON card_box TO yule_app;
--> statement-breakpoint
ALTER TABLE card_box ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE card_box FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON card_box USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON left_stock TO yule_app;
--> statement-breakpoint
ALTER TABLE left_stock ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE left_stock FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON left_stock USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON making TO yule_app;
--> statement-breakpoint
ALTER TABLE making ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE making FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON making USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON rescue TO yule_app;
--> statement-breakpoint
ALTER TABLE rescue ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE rescue FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON rescue USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON panel_fate TO yule_app;
--> statement-breakpoint
ALTER TABLE panel_fate ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE panel_fate FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON panel_fate USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON stage_yield TO yule_app;
--> statement-breakpoint
ALTER TABLE stage_yield ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE stage_yield FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON stage_yield USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON fault_matter TO yule_app;
--> statement-breakpoint
ALTER TABLE fault_matter ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE fault_matter FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON fault_matter USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON rescue_seen TO yule_app;
--> statement-breakpoint
ALTER TABLE rescue_seen ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE rescue_seen FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON rescue_seen USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
