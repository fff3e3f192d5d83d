CREATE TABLE "own_occasion" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"title" text NOT NULL,
	"kind" text NOT NULL,
	"year" integer,
	"month" integer NOT NULL,
	"date_of_month" integer NOT NULL,
	"household_id" uuid,
	"weeks_ahead" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "own_occasion_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "own_occasion_day" CHECK ("own_occasion"."month" between 1 and 12 and "own_occasion"."date_of_month" between 1 and 31 and "own_occasion"."weeks_ahead" between 0 and 52)
);
--> statement-breakpoint
CREATE TABLE "session_change" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"what" text NOT NULL,
	"title" text DEFAULT '' NOT NULL,
	"first_day" date NOT NULL,
	"last_day" date NOT NULL,
	"from_minute" integer,
	"to_minute" integer,
	"who" text DEFAULT 'maker' NOT NULL,
	"light" boolean DEFAULT false NOT NULL,
	CONSTRAINT "session_change_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "session_change_times" CHECK ("session_change"."last_day" >= "session_change"."first_day" and ("session_change"."from_minute" is null) = ("session_change"."to_minute" is null) and ("session_change"."from_minute" is null or ("session_change"."from_minute" >= 0 and "session_change"."to_minute" > "session_change"."from_minute" and "session_change"."to_minute" <= 1440))),
	CONSTRAINT "session_change_what" CHECK ("session_change"."what" in ('extra', 'away', 'busy') and ("session_change"."what" <> 'extra' or "session_change"."from_minute" is not null))
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "late_after" integer DEFAULT 1290 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "drying_places" integer;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "changeover" integer DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "helper_may" text[] DEFAULT '{"prepare","assemble","pack"}' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "occasion_countries" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "calendar_secret" text;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "deposit_minor" integer;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "proof_wanted" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "neutral_cards" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "occasion" text;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "set_up_from" integer;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "table_length" integer;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "photo_on" date;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "live_by" date;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "service" text;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "print" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "heat" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "skipped" uuid[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "session_pattern" ADD COLUMN "who" text DEFAULT 'maker' NOT NULL;--> statement-breakpoint
ALTER TABLE "session_pattern" ADD COLUMN "light" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "own_occasion" ADD CONSTRAINT "own_occasion_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_change" ADD CONSTRAINT "session_change_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_change_by_day" ON "session_change" USING btree ("shop_id","first_day");--> statement-breakpoint
ALTER TABLE "shop" ADD CONSTRAINT "shop_late_after" CHECK ("shop"."late_after" between 0 and 1440 and coalesce("shop"."drying_places", 1) > 0 and "shop"."changeover" >= 0);--> statement-breakpoint
ALTER TABLE "need" ADD CONSTRAINT "need_money" CHECK (coalesce("need"."price_minor", 0) >= 0 and coalesce("need"."deposit_minor", 0) >= 0 and "need"."neutral_cards" >= 0);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON session_change, own_occasion TO yule_app;
--> statement-breakpoint
DO $$
DECLARE made text;
BEGIN
  FOREACH made IN ARRAY ARRAY['session_change', 'own_occasion'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', made);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', made);
    EXECUTE format('CREATE POLICY own_shop ON %I USING (shop_id = nullif(current_setting(''yule.shop'', true), '''')::uuid) WITH CHECK (shop_id = nullif(current_setting(''yule.shop'', true), '''')::uuid)', made);
  END LOOP;
END $$;
