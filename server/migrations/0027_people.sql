CREATE TABLE "household_address" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"household_id" uuid NOT NULL,
	"address" text NOT NULL,
	"parts" jsonb NOT NULL,
	"country" text NOT NULL,
	"first_day" date NOT NULL,
	"last_day" date NOT NULL,
	CONSTRAINT "household_address_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "household_address_days" CHECK ("household_address"."last_day" >= "household_address"."first_day")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"household_id" uuid NOT NULL,
	"name" text NOT NULL,
	"occasion_id" uuid,
	"died_on" date,
	CONSTRAINT "person_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "state" text DEFAULT 'here' NOT NULL;--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "state_on" date;--> statement-breakpoint
ALTER TABLE "household_address" ADD CONSTRAINT "household_address_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "household_address_by_household" ON "household_address" USING btree ("shop_id","household_id");--> statement-breakpoint
CREATE INDEX "person_by_household" ON "person" USING btree ("shop_id","household_id");--> statement-breakpoint
ALTER TABLE "household" ADD CONSTRAINT "household_state" CHECK ("household"."state" in ('here', 'moved', 'bereaved', 'no more') and ("household"."state" = 'here' or "household"."state_on" is not null));
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON household_address TO yule_app;
--> statement-breakpoint
ALTER TABLE household_address ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE household_address FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON household_address USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON person TO yule_app;
--> statement-breakpoint
ALTER TABLE person ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE person FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON person USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
