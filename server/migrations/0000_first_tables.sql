CREATE TABLE "account" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "account_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "picture" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"media_type" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "picture_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "picture_size" CHECK (octet_length("picture"."bytes") <= 12000000)
);
--> statement-breakpoint
CREATE TABLE "shop" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"length_system" text NOT NULL,
	"country" text NOT NULL,
	"time_zone" text NOT NULL,
	"currency" text NOT NULL,
	CONSTRAINT "shop_shop_id_pk" PRIMARY KEY("shop_id"),
	CONSTRAINT "shop_is_its_own" CHECK ("shop"."shop_id" = "shop"."id"),
	CONSTRAINT "shop_length_system" CHECK ("shop"."length_system" in ('in', 'cm'))
);
--> statement-breakpoint
CREATE TABLE "event" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"seq" bigserial NOT NULL,
	"account_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"subject_kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"summary" text NOT NULL,
	"payload" jsonb NOT NULL,
	"changes" jsonb NOT NULL,
	"undone_by" uuid,
	CONSTRAINT "event_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "store" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"width" integer,
	"height" integer,
	"on_hand" integer NOT NULL,
	"pack" integer NOT NULL,
	"pack_cost_minor" integer NOT NULL,
	"lead_days" integer NOT NULL,
	CONSTRAINT "store_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "store_on_hand" CHECK ("store"."on_hand" >= 0),
	CONSTRAINT "store_pack" CHECK ("store"."pack" > 0 and "store"."pack_cost_minor" >= 0 and "store"."lead_days" >= 0),
	CONSTRAINT "store_size" CHECK (("store"."width" is null or "store"."width" > 0) and ("store"."height" is null or "store"."height" > 0))
);
--> statement-breakpoint
CREATE TABLE "store_move" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid NOT NULL,
	"quantity" integer NOT NULL,
	"why" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"retracted" boolean DEFAULT false NOT NULL,
	CONSTRAINT "store_move_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "colourway" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"design_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"paints" jsonb NOT NULL,
	"picture_id" uuid,
	CONSTRAINT "colourway_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "design" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"series_id" uuid NOT NULL,
	"name" text NOT NULL,
	"fold" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"thickness" integer NOT NULL,
	"envelope_width" integer,
	"envelope_height" integer,
	"method" text NOT NULL,
	"paper_id" uuid,
	"card_stock_id" uuid,
	CONSTRAINT "design_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "design_size" CHECK ("design"."width" > 0 and "design"."height" > 0 and "design"."thickness" >= 0)
);
--> statement-breakpoint
CREATE TABLE "layer" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"design_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"x" integer,
	"y" integer,
	CONSTRAINT "layer_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "layer_size" CHECK ("layer"."width" > 0 and "layer"."height" > 0)
);
--> statement-breakpoint
CREATE TABLE "series" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"palette" text NOT NULL,
	CONSTRAINT "series_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "stage" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"design_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"hands" integer NOT NULL,
	"setup" integer NOT NULL,
	"dry" integer NOT NULL,
	"within" integer,
	"portable" boolean NOT NULL,
	"note" text NOT NULL,
	CONSTRAINT "stage_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "stage_times" CHECK ("stage"."hands" >= 0 and "stage"."setup" >= 0 and "stage"."dry" >= 0 and ("stage"."within" is null or "stage"."within" >= 0))
);
--> statement-breakpoint
CREATE TABLE "need" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"design_id" uuid NOT NULL,
	"due" date NOT NULL,
	"zone" text,
	"price_minor" integer,
	CONSTRAINT "need_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "need_line" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"need_id" uuid NOT NULL,
	"colourway_id" uuid NOT NULL,
	"quantity" integer NOT NULL,
	"assembled" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "need_line_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "need_line_quantity" CHECK ("need_line"."quantity" > 0 and "need_line"."assembled" >= 0 and "need_line"."assembled" <= "need_line"."quantity")
);
--> statement-breakpoint
CREATE TABLE "session_pattern" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"weekday" integer NOT NULL,
	"from_minute" integer NOT NULL,
	"to_minute" integer NOT NULL,
	CONSTRAINT "session_pattern_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "session_times" CHECK ("session_pattern"."weekday" between 0 and 6 and "session_pattern"."from_minute" >= 0 and "session_pattern"."to_minute" > "session_pattern"."from_minute" and "session_pattern"."to_minute" <= 1440)
);
--> statement-breakpoint
CREATE TABLE "batch" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"need_id" uuid NOT NULL,
	"design_id" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	CONSTRAINT "batch_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "bench_fact" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"batch_id" uuid NOT NULL,
	"unit_id" uuid NOT NULL,
	"stage_id" uuid NOT NULL,
	"what" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"retracted" boolean DEFAULT false NOT NULL,
	CONSTRAINT "bench_fact_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "unit" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"batch_id" uuid NOT NULL,
	"colourway_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"grade" text,
	CONSTRAINT "unit_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "household" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"country" text NOT NULL,
	"neutral" boolean NOT NULL,
	CONSTRAINT "household_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "posting" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"need_id" uuid NOT NULL,
	"posted_on" date NOT NULL,
	"service" text NOT NULL,
	"cost_minor" integer NOT NULL,
	CONSTRAINT "posting_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "posting_cost" CHECK ("posting"."cost_minor" >= 0)
);
--> statement-breakpoint
CREATE TABLE "recipient" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"need_id" uuid NOT NULL,
	"household_id" uuid NOT NULL,
	CONSTRAINT "recipient_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture" ADD CONSTRAINT "picture_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event" ADD CONSTRAINT "event_shop_id_account_id_account_shop_id_id_fk" FOREIGN KEY ("shop_id","account_id") REFERENCES "public"."account"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "store" ADD CONSTRAINT "store_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "store_move" ADD CONSTRAINT "store_move_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "colourway" ADD CONSTRAINT "colourway_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design" ADD CONSTRAINT "design_shop_id_series_id_series_shop_id_id_fk" FOREIGN KEY ("shop_id","series_id") REFERENCES "public"."series"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design" ADD CONSTRAINT "design_shop_id_paper_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","paper_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "design" ADD CONSTRAINT "design_shop_id_card_stock_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","card_stock_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "layer" ADD CONSTRAINT "layer_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series" ADD CONSTRAINT "series_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stage" ADD CONSTRAINT "stage_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "need" ADD CONSTRAINT "need_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "need_line" ADD CONSTRAINT "need_line_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "need_line" ADD CONSTRAINT "need_line_shop_id_colourway_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","colourway_id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_pattern" ADD CONSTRAINT "session_pattern_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch" ADD CONSTRAINT "batch_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch" ADD CONSTRAINT "batch_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_fact" ADD CONSTRAINT "bench_fact_shop_id_batch_id_batch_shop_id_id_fk" FOREIGN KEY ("shop_id","batch_id") REFERENCES "public"."batch"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_fact" ADD CONSTRAINT "bench_fact_shop_id_unit_id_unit_shop_id_id_fk" FOREIGN KEY ("shop_id","unit_id") REFERENCES "public"."unit"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bench_fact" ADD CONSTRAINT "bench_fact_shop_id_stage_id_stage_shop_id_id_fk" FOREIGN KEY ("shop_id","stage_id") REFERENCES "public"."stage"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_shop_id_batch_id_batch_shop_id_id_fk" FOREIGN KEY ("shop_id","batch_id") REFERENCES "public"."batch"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_shop_id_colourway_id_colourway_shop_id_id_fk" FOREIGN KEY ("shop_id","colourway_id") REFERENCES "public"."colourway"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household" ADD CONSTRAINT "household_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "posting" ADD CONSTRAINT "posting_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipient" ADD CONSTRAINT "recipient_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recipient" ADD CONSTRAINT "recipient_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "event_by_seq" ON "event" USING btree ("shop_id","seq");--> statement-breakpoint
CREATE INDEX "store_move_by_at" ON "store_move" USING btree ("shop_id","at");--> statement-breakpoint
CREATE INDEX "colourway_by_design" ON "colourway" USING btree ("shop_id","design_id");--> statement-breakpoint
CREATE INDEX "layer_by_design" ON "layer" USING btree ("shop_id","design_id");--> statement-breakpoint
CREATE INDEX "stage_by_design" ON "stage" USING btree ("shop_id","design_id");--> statement-breakpoint
CREATE INDEX "need_by_due" ON "need" USING btree ("shop_id","due");--> statement-breakpoint
CREATE INDEX "need_line_by_need" ON "need_line" USING btree ("shop_id","need_id");--> statement-breakpoint
CREATE INDEX "bench_fact_by_batch" ON "bench_fact" USING btree ("shop_id","batch_id");--> statement-breakpoint
CREATE INDEX "unit_by_batch" ON "unit" USING btree ("shop_id","batch_id");--> statement-breakpoint
CREATE INDEX "recipient_by_need" ON "recipient" USING btree ("shop_id","need_id");