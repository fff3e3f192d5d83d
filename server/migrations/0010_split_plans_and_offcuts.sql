CREATE TABLE "offcut" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"count" integer NOT NULL,
	CONSTRAINT "offcut_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "offcut_size" CHECK ("offcut"."width" > 0 and "offcut"."height" > 0),
	CONSTRAINT "offcut_count" CHECK ("offcut"."count" >= 0)
);
--> statement-breakpoint
CREATE TABLE "split_plan" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"material_id" uuid NOT NULL,
	"replaces" uuid,
	"need_ids" uuid[] NOT NULL,
	"state" text NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	"plan" jsonb NOT NULL,
	CONSTRAINT "split_plan_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "split_result" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid,
	"method" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wanted" integer NOT NULL,
	"spoilt" integer NOT NULL,
	"tear_loss" integer,
	"creep" integer,
	CONSTRAINT "split_result_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "split_result_counts" CHECK ("split_result"."wanted" > 0 and "split_result"."spoilt" between 0 and "split_result"."wanted")
);
--> statement-breakpoint
ALTER TABLE "offcut" ADD CONSTRAINT "offcut_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_plan" ADD CONSTRAINT "split_plan_shop_id_material_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","material_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_plan" ADD CONSTRAINT "split_plan_shop_id_replaces_split_plan_shop_id_id_fk" FOREIGN KEY ("shop_id","replaces") REFERENCES "public"."split_plan"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "split_result" ADD CONSTRAINT "split_result_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "split_plan_by_kept_at" ON "split_plan" USING btree ("shop_id","kept_at");--> statement-breakpoint
CREATE INDEX "split_result_by_at" ON "split_result" USING btree ("shop_id","at");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON offcut TO yule_app;
--> statement-breakpoint
ALTER TABLE offcut ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE offcut FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON offcut USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON split_result TO yule_app;
--> statement-breakpoint
ALTER TABLE split_result ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE split_result FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON split_result USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON split_plan TO yule_app;
--> statement-breakpoint
ALTER TABLE split_plan ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE split_plan FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON split_plan USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
