CREATE TABLE "bound_need" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"undertaking_id" uuid NOT NULL,
	"need_id" uuid NOT NULL,
	CONSTRAINT "bound_need_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "bound_need_once" UNIQUE("shop_id","need_id")
);
--> statement-breakpoint
CREATE TABLE "household_had" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"household_id" uuid NOT NULL,
	"design_id" uuid NOT NULL,
	"need_id" uuid,
	"had_on" date,
	CONSTRAINT "household_had_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "household_sent" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"household_id" uuid NOT NULL,
	"sent_on" date NOT NULL,
	CONSTRAINT "household_sent_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "undertaking" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	CONSTRAINT "undertaking_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "undertaking_kind" CHECK ("undertaking"."kind" in ('order', 'mailing list', 'fair'))
);
--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "likes" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
ALTER TABLE "posting" ADD COLUMN "is_whole" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "line_id" uuid;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "written" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "posted_on" date;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "service" text;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "fate" text;--> statement-breakpoint
ALTER TABLE "recipient" ADD COLUMN "fate_on" date;--> statement-breakpoint
ALTER TABLE "bound_need" ADD CONSTRAINT "bound_need_shop_id_undertaking_id_undertaking_shop_id_id_fk" FOREIGN KEY ("shop_id","undertaking_id") REFERENCES "public"."undertaking"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bound_need" ADD CONSTRAINT "bound_need_shop_id_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_had" ADD CONSTRAINT "household_had_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_had" ADD CONSTRAINT "household_had_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_sent" ADD CONSTRAINT "household_sent_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bound_need_by_undertaking" ON "bound_need" USING btree ("shop_id","undertaking_id");--> statement-breakpoint
CREATE INDEX "household_had_by_household" ON "household_had" USING btree ("shop_id","household_id","design_id");--> statement-breakpoint
CREATE INDEX "household_sent_by_household" ON "household_sent" USING btree ("shop_id","household_id","sent_on");--> statement-breakpoint
ALTER TABLE "recipient" ADD CONSTRAINT "recipient_shop_id_line_id_need_line_shop_id_id_fk" FOREIGN KEY ("shop_id","line_id") REFERENCES "public"."need_line"("shop_id","id") ON DELETE SET NULL ("line_id") ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "recipient_by_line" ON "recipient" USING btree ("shop_id","line_id");--> statement-breakpoint
ALTER TABLE "recipient" ADD CONSTRAINT "recipient_posted" CHECK (("recipient"."posted_on" is null) = ("recipient"."service" is null) and ("recipient"."fate" is null or "recipient"."posted_on" is not null));--> statement-breakpoint
ALTER TABLE "recipient" ADD CONSTRAINT "recipient_fate" CHECK (("recipient"."fate" is null) = ("recipient"."fate_on" is null) and ("recipient"."fate" is null or "recipient"."fate" in ('arrived', 'came back', 'lost')));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON bound_need TO yule_app;
--> statement-breakpoint
ALTER TABLE bound_need ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE bound_need FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON bound_need USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON household_had TO yule_app;
--> statement-breakpoint
ALTER TABLE household_had ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE household_had FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON household_had USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON household_sent TO yule_app;
--> statement-breakpoint
ALTER TABLE household_sent ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE household_sent FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON household_sent USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON undertaking TO yule_app;
--> statement-breakpoint
ALTER TABLE undertaking ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE undertaking FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON undertaking USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
-- What went out before, went out to each household on its day.
UPDATE recipient SET posted_on = sent.on_day, service = sent.by, written = true
FROM (SELECT DISTINCT ON (shop_id, need_id) shop_id, need_id, posted_on AS on_day, service AS by FROM posting ORDER BY shop_id, need_id, posted_on) AS sent
WHERE recipient.shop_id = sent.shop_id AND recipient.need_id = sent.need_id;
--> statement-breakpoint
INSERT INTO household_had (shop_id, id, household_id, design_id, need_id, had_on)
SELECT recipient.shop_id, gen_random_uuid(), recipient.household_id, need.design_id, need.id, recipient.posted_on
FROM recipient JOIN need ON need.shop_id = recipient.shop_id AND need.id = recipient.need_id
WHERE recipient.posted_on IS NOT NULL;
