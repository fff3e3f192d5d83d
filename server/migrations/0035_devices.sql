CREATE TABLE "device" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"secret_hash" text NOT NULL,
	"before_hash" text,
	"changed_at" timestamp with time zone NOT NULL,
	"let_in_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "device_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "let_in" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"account_id" uuid NOT NULL,
	"code_hash" text NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"misses" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "let_in_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE INDEX "device_there" ON "device" USING btree ("shop_id") WHERE "device"."ended_at" is null;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON device TO yule_app;
--> statement-breakpoint
ALTER TABLE device ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE device FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON device USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON let_in TO yule_app;
--> statement-breakpoint
ALTER TABLE let_in ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE let_in FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON let_in USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
