CREATE TABLE "batch_day" (
	"shop_id" uuid NOT NULL,
	"batch_id" uuid NOT NULL,
	"day" date NOT NULL,
	"from_minute" integer NOT NULL,
	"to_minute" integer NOT NULL,
	CONSTRAINT "batch_day_shop_id_batch_id_day_pk" PRIMARY KEY("shop_id","batch_id","day")
);
--> statement-breakpoint
CREATE TABLE "batch_lesson" (
	"shop_id" uuid NOT NULL,
	"batch_id" uuid NOT NULL,
	"of" jsonb NOT NULL,
	CONSTRAINT "batch_lesson_shop_id_batch_id_pk" PRIMARY KEY("shop_id","batch_id")
);
--> statement-breakpoint
CREATE TABLE "card_outcome" (
	"shop_id" uuid NOT NULL,
	"colourway_id" uuid NOT NULL,
	"sold" integer NOT NULL,
	"given" integer NOT NULL,
	"left" integer NOT NULL,
	CONSTRAINT "card_outcome_shop_id_colourway_id_pk" PRIMARY KEY("shop_id","colourway_id")
);
--> statement-breakpoint
CREATE TABLE "design_yield" (
	"shop_id" uuid NOT NULL,
	"design_id" uuid NOT NULL,
	"good" integer NOT NULL,
	"bad" integer NOT NULL,
	CONSTRAINT "design_yield_shop_id_design_id_pk" PRIMARY KEY("shop_id","design_id")
);
--> statement-breakpoint
CREATE TABLE "panel_loss" (
	"shop_id" uuid NOT NULL,
	"stage_id" uuid NOT NULL,
	"why" text NOT NULL,
	"count" integer NOT NULL,
	CONSTRAINT "panel_loss_shop_id_stage_id_why_pk" PRIMARY KEY("shop_id","stage_id","why")
);
--> statement-breakpoint
CREATE TABLE "time_seen" (
	"shop_id" uuid NOT NULL,
	"stage_id" uuid NOT NULL,
	"what" text NOT NULL,
	"low" integer NOT NULL,
	"high" integer NOT NULL,
	"beside" integer NOT NULL,
	"count" integer NOT NULL,
	"sum" bigint NOT NULL,
	"squares" bigint NOT NULL,
	CONSTRAINT "time_seen_shop_id_stage_id_what_low_high_beside_pk" PRIMARY KEY("shop_id","stage_id","what","low","high","beside")
);
--> statement-breakpoint
ALTER TABLE "batch_day" ADD CONSTRAINT "batch_day_shop_id_batch_id_batch_shop_id_id_fk" FOREIGN KEY ("shop_id","batch_id") REFERENCES "public"."batch"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_lesson" ADD CONSTRAINT "batch_lesson_shop_id_batch_id_batch_shop_id_id_fk" FOREIGN KEY ("shop_id","batch_id") REFERENCES "public"."batch"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card_outcome" ADD CONSTRAINT "card_outcome_shop_id_colourway_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","colourway_id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design_yield" ADD CONSTRAINT "design_yield_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "panel_loss" ADD CONSTRAINT "panel_loss_shop_id_stage_id_stage_shop_id_id_fk" FOREIGN KEY ("shop_id","stage_id") REFERENCES "public"."stage"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "time_seen" ADD CONSTRAINT "time_seen_shop_id_stage_id_stage_shop_id_id_fk" FOREIGN KEY ("shop_id","stage_id") REFERENCES "public"."stage"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batch_day_by_day" ON "batch_day" USING btree ("shop_id","day");--> statement-breakpoint
CREATE INDEX "batch_by_design" ON "batch" USING btree ("shop_id","design_id");--> statement-breakpoint
CREATE INDEX "batch_by_start" ON "batch" USING btree ("shop_id","started_at");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON batch_day TO yule_app;
--> statement-breakpoint
ALTER TABLE batch_day ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE batch_day FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON batch_day USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON batch_lesson TO yule_app;
--> statement-breakpoint
ALTER TABLE batch_lesson ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE batch_lesson FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON batch_lesson USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON card_outcome TO yule_app;
--> statement-breakpoint
ALTER TABLE card_outcome ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE card_outcome FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON card_outcome USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON design_yield TO yule_app;
--> statement-breakpoint
ALTER TABLE design_yield ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE design_yield FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON design_yield USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON panel_loss TO yule_app;
--> statement-breakpoint
ALTER TABLE panel_loss ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE panel_loss FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON panel_loss USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON time_seen TO yule_app;
--> statement-breakpoint
ALTER TABLE time_seen ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE time_seen FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON time_seen USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
