CREATE TABLE "season_plan" (
	"shop_id" uuid NOT NULL,
	"wanted" integer DEFAULT 0 NOT NULL,
	"revision" integer DEFAULT -1 NOT NULL,
	"set_aside" integer,
	"facts_at" timestamp with time zone,
	"stale_at" timestamp with time zone,
	"plan" jsonb,
	CONSTRAINT "season_plan_shop_id_pk" PRIMARY KEY("shop_id"),
	CONSTRAINT "season_plan_revision" CHECK ("season_plan"."revision" <= "season_plan"."wanted" and ("season_plan"."plan" is null) = ("season_plan"."revision" < 0))
);
--> statement-breakpoint
ALTER TABLE "season_plan" ADD CONSTRAINT "season_plan_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON season_plan TO yule_app;
--> statement-breakpoint
ALTER TABLE season_plan ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE season_plan FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON season_plan USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
