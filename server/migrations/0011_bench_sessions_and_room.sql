CREATE TABLE "session_fact" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"what" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"meant_panels" integer,
	"meant_until" timestamp with time zone,
	"note" text DEFAULT '' NOT NULL,
	"retracted" boolean DEFAULT false NOT NULL,
	CONSTRAINT "session_fact_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "bench_fact" ADD COLUMN "why" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "bench_fact" ADD COLUMN "warm_tenths" integer;--> statement-breakpoint
ALTER TABLE "bench_fact" ADD COLUMN "humid_hundredths" integer;--> statement-breakpoint
CREATE INDEX "session_fact_by_at" ON "session_fact" USING btree ("shop_id","at");--> statement-breakpoint
ALTER TABLE "bench_fact" ADD CONSTRAINT "bench_fact_humid" CHECK ("bench_fact"."humid_hundredths" between 0 and 100);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON session_fact TO yule_app;
--> statement-breakpoint
ALTER TABLE session_fact ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE session_fact FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON session_fact USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
