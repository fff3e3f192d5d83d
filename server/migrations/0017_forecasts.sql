CREATE TABLE "forecast" (
	"shop_id" uuid NOT NULL,
	"need_id" uuid NOT NULL,
	"week" date NOT NULL,
	"chance" double precision NOT NULL,
	"ready_by" date NOT NULL,
	"kept" boolean,
	CONSTRAINT "forecast_shop_id_need_id_week_pk" PRIMARY KEY("shop_id","need_id","week"),
	CONSTRAINT "forecast_chance" CHECK ("forecast"."chance" between 0 and 1)
);
--> statement-breakpoint
ALTER TABLE "forecast" ADD CONSTRAINT "forecast_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "forecast_by_week" ON "forecast" USING btree ("shop_id","week");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON forecast TO yule_app;
--> statement-breakpoint
ALTER TABLE forecast ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE forecast FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON forecast USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
