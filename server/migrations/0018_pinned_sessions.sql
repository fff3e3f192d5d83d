CREATE TABLE "pinned_session" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"day" date NOT NULL,
	"to_minute" integer NOT NULL,
	"who" text NOT NULL,
	CONSTRAINT "pinned_session_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "pinned_session_once" UNIQUE("shop_id","day","to_minute","who"),
	CONSTRAINT "pinned_session_to" CHECK ("pinned_session"."to_minute" between 0 and 1440)
);
--> statement-breakpoint
ALTER TABLE "pinned_session" ADD CONSTRAINT "pinned_session_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON pinned_session TO yule_app;
--> statement-breakpoint
ALTER TABLE pinned_session ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE pinned_session FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON pinned_session USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
