CREATE TABLE "season" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"from_day" date NOT NULL,
	"until_day" date NOT NULL,
	"state" text NOT NULL,
	CONSTRAINT "season_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "season_days" CHECK ("season"."until_day" >= "season"."from_day" and "season"."state" in ('prepared', 'open', 'closed'))
);
--> statement-breakpoint
DROP INDEX "need_by_due";--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON season TO yule_app;
--> statement-breakpoint
ALTER TABLE season ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE season FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON season USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
CREATE FUNCTION open_season() RETURNS uuid LANGUAGE sql STABLE AS $$
	SELECT id FROM season WHERE shop_id = nullif(current_setting('yule.shop', true), '')::uuid AND state = 'open'
$$;
--> statement-breakpoint
-- What exists is one season: from its first day to its last, or to a year from now where that is later.
INSERT INTO season (shop_id, id, version, name, from_day, until_day, state)
	SELECT shop.shop_id, gen_random_uuid(), 1, 'Season ' || extract(year FROM coalesce(min(need.due), current_date)), least(min(need.due), current_date), greatest(max(need.due), current_date + 365), 'open'
	FROM shop LEFT JOIN need ON need.shop_id = shop.shop_id GROUP BY shop.shop_id;
--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "season_id" uuid;
--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "season_id" uuid;
--> statement-breakpoint
UPDATE lesson SET season_id = season.id FROM season WHERE season.shop_id = lesson.shop_id;
--> statement-breakpoint
UPDATE need SET season_id = season.id FROM season WHERE season.shop_id = need.shop_id;
--> statement-breakpoint
ALTER TABLE "lesson" ALTER COLUMN "season_id" SET NOT NULL, ALTER COLUMN "season_id" SET DEFAULT open_season();
--> statement-breakpoint
ALTER TABLE "need" ALTER COLUMN "season_id" SET NOT NULL, ALTER COLUMN "season_id" SET DEFAULT open_season();
--> statement-breakpoint
ALTER TABLE "season" ADD CONSTRAINT "season_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "season_one_open" ON "season" USING btree ("shop_id") WHERE "season"."state" = 'open';--> statement-breakpoint
CREATE INDEX "season_by_day" ON "season" USING btree ("shop_id","until_day","id");--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_shop_id_season_id_season_shop_id_id_fk" FOREIGN KEY ("shop_id","season_id") REFERENCES "public"."season"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "need" ADD CONSTRAINT "need_shop_id_season_id_season_shop_id_id_fk" FOREIGN KEY ("shop_id","season_id") REFERENCES "public"."season"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lesson_by_day" ON "lesson" USING btree ("shop_id","noted_on");--> statement-breakpoint
CREATE INDEX "need_by_season" ON "need" USING btree ("shop_id","season_id","due","id");--> statement-breakpoint
CREATE INDEX "need_by_design" ON "need" USING btree ("shop_id","design_id");--> statement-breakpoint
CREATE INDEX "need_of_stash" ON "need" USING btree ("shop_id") WHERE "need"."kind" = 'stash';--> statement-breakpoint
CREATE INDEX "unit_in_stash" ON "unit" USING btree ("shop_id") WHERE "unit"."grade" = 'stash' and "unit"."serves_need_id" is null;--> statement-breakpoint
CREATE INDEX "household_by_name" ON "household" USING btree ("shop_id","name","id");--> statement-breakpoint
CREATE INDEX "posting_by_day" ON "posting" USING btree ("shop_id","posted_on");--> statement-breakpoint
CREATE INDEX "recipient_by_household" ON "recipient" USING btree ("shop_id","household_id");